using System.Globalization;
using System.Text;
using Kalpa.Core.Facts;
using Kalpa.Core.Photos;
using NetVips;

namespace Kalpa.Store.Photos;

/// <summary>Pictures with what was done to them: blurred, straightened, cropped and marked, in this order, burnt into the picture.</summary>
public static class EditedPictures
{
    /// <summary>Of a blurred box so many cells are left along its longer side: no face and no number survives that.</summary>
    private const int BlurCells = 8;

    /// <summary>Width of a line as a share of the longer side of what is shown.</summary>
    private const double LineShare = 0.007;

    private const double LeastLine = 2;
    private const string Mark = "#a3190b";
    private const string Casing = "#ffffff";

    /// <summary>Digits as strokes in a box 4 wide and 6 high: a server need not have a font.</summary>
    private static readonly string[] Digits =
    [
        "M0 0H4V6H0Z",
        "M1 1L2.5 0V6M1 6H4",
        "M0 0H4V3H0V6H4",
        "M0 0H4V6H0M1 3H4",
        "M0 0V3H4M4 0V6",
        "M4 0H0V3H4V6H0",
        "M4 0H0V6H4V3H0",
        "M0 0H4L1.5 6",
        "M0 0H4V6H0ZM0 3H4",
        "M4 3H0V0H4V6H0",
    ];

    /// <summary>A rendition as JPEG bytes. A cut-off or broken file throws.</summary>
    public static byte[] Jpeg(string path, PhotoEdits edits, int longestPixels, int quality)
    {
        try
        {
            using var upright = Upright(path);
            using var blurred = Blurred(upright, edits.Marks.Where(m => m.Kind == PhotoMarkKind.Blur));
            using var straight = Straightened(blurred, edits.TurnDegrees);
            using var cropped = Cropped(straight, edits.Crop);
            using var sized = cropped.ThumbnailImage(longestPixels, height: longestPixels, size: Enums.Size.Down);
            using var marked = Marked(sized, edits, (double)upright.Width / upright.Height);
            return marked.JpegsaveBuffer(q: quality, keep: Enums.ForeignKeep.Icc);
        }
        catch (VipsException)
        {
            throw PhotoException.Damaged();
        }
    }

    private static Image Upright(string path)
    {
        using var file = Image.NewFromFile(path, failOn: Enums.FailOn.Truncated);
        using var turned = file.Autorot();
        using var flat = turned.HasAlpha() ? turned.Flatten(background: [255]) : turned.Copy();
        using var colors = flat.Interpretation == Enums.Interpretation.Srgb ? flat.Copy() : flat.Colourspace(Enums.Interpretation.Srgb);
        return colors.CopyMemory();
    }

    private static Image Blurred(Image image, IEnumerable<PhotoMark> boxes)
    {
        var done = image.Copy();
        foreach (var box in boxes)
        {
            var (left, top) = (Pixel(Math.Min(box.X, box.ToX), image.Width), Pixel(Math.Min(box.Y, box.ToY), image.Height));
            var width = Math.Max(1, Pixel(Math.Max(box.X, box.ToX), image.Width) - left);
            var height = Math.Max(1, Pixel(Math.Max(box.Y, box.ToY), image.Height) - top);
            width = Math.Min(width, image.Width - left);
            height = Math.Min(height, image.Height - top);
            if (width < 1 || height < 1)
            {
                continue;
            }
            var cell = Math.Max(1, (int)Math.Ceiling(Math.Max(width, height) / (double)BlurCells));
            using var area = done.ExtractArea(left, top, width, height);
            // Padded to whole cells, so that none at the border is left finer than the others.
            using var padded = area.Embed(
                0,
                0,
                (width + cell - 1) / cell * cell,
                (height + cell - 1) / cell * cell,
                extend: Enums.Extend.Copy
            );
            using var small = padded.Shrink(cell, cell);
            using var coarse = small.Zoom(cell, cell);
            using var fitted = coarse.ExtractArea(0, 0, width, height);
            var next = done.Insert(fitted, left, top);
            done.Dispose();
            done = next;
        }
        return done;
    }

    private static int Pixel(double share, int of) => Math.Clamp((int)Math.Floor(share * of), 0, of);

    private static Image Straightened(Image image, double turnDegrees)
    {
        if (turnDegrees == 0)
        {
            return image.Copy();
        }
        var frame = new StraightFrame(image.Width, image.Height, turnDegrees);
        using var turned = image.Similarity(scale: frame.Zoom, angle: turnDegrees);
        return turned.ExtractArea((turned.Width - image.Width) / 2, (turned.Height - image.Height) / 2, image.Width, image.Height);
    }

    private static Image Cropped(Image image, PhotoCrop? crop)
    {
        if (crop is null)
        {
            return image.Copy();
        }
        var (left, top) = (Pixel(crop.X, image.Width - 1), Pixel(crop.Y, image.Height - 1));
        var width = Math.Clamp((int)Math.Round(crop.Width * image.Width), 1, image.Width - left);
        var height = Math.Clamp((int)Math.Round(crop.Height * image.Height), 1, image.Height - top);
        return image.ExtractArea(left, top, width, height);
    }

    private static Image Marked(Image image, PhotoEdits edits, double aspect)
    {
        if (edits.Marks.All(m => m.Kind == PhotoMarkKind.Blur))
        {
            return image.Copy();
        }
        using var overlay = Image.SvgloadBuffer(Encoding.UTF8.GetBytes(Svg(edits, image.Width, image.Height, aspect)));
        using var both = image.Composite2(overlay, Enums.BlendMode.Over);
        return both.Flatten(background: [255]);
    }

    /// <summary>The marks as a drawing over what is shown. <paramref name="aspect"/>: width by height of the upright original.</summary>
    internal static string Svg(PhotoEdits edits, int width, int height, double aspect)
    {
        var frame = new StraightFrame(aspect, 1, edits.TurnDegrees);
        var crop = edits.Crop ?? new PhotoCrop(0, 0, 1, 1);
        (double X, double Y) At(double x, double y)
        {
            var (fx, fy) = frame.ToFrame(x, y);
            return ((fx - crop.X) / crop.Width * width, (fy - crop.Y) / crop.Height * height);
        }
        var line = Math.Max(LeastLine, LineShare * Math.Max(width, height));
        var shapes = edits.Marks.Where(m => m.Kind != PhotoMarkKind.Blur).Select(m => Shape(m, At(m.X, m.Y), At(m.ToX, m.ToY), line));
        return Text(
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{width}\" height=\"{height}\" fill=\"none\" stroke-linecap=\"round\" stroke-linejoin=\"round\">{string.Concat(shapes)}</svg>"
        );
    }

    private static string Shape(PhotoMark mark, (double X, double Y) from, (double X, double Y) to, double line) =>
        mark.Kind switch
        {
            PhotoMarkKind.Arrow => Arrow(from, to, line),
            PhotoMarkKind.Circle => Twice(
                Text(
                    $"<ellipse cx=\"{(from.X + to.X) / 2:0.#}\" cy=\"{(from.Y + to.Y) / 2:0.#}\" rx=\"{Math.Abs(to.X - from.X) / 2:0.#}\" ry=\"{Math.Abs(to.Y - from.Y) / 2:0.#}\""
                ),
                line
            ),
            _ => Number(mark.Number, from, line),
        };

    private static string Arrow((double X, double Y) from, (double X, double Y) to, double line)
    {
        var length = Math.Max(1e-6, Math.Sqrt(Math.Pow(to.X - from.X, 2) + Math.Pow(to.Y - from.Y, 2)));
        var (ux, uy) = ((to.X - from.X) / length, (to.Y - from.Y) / length);
        var head = 4 * line;
        var (bx, by) = (to.X - ux * head, to.Y - uy * head);
        var (sx, sy) = (-uy * head * 0.6, ux * head * 0.6);
        return Twice(
            Text(
                $"<path d=\"M{from.X:0.#} {from.Y:0.#}L{to.X:0.#} {to.Y:0.#}M{bx + sx:0.#} {by + sy:0.#}L{to.X:0.#} {to.Y:0.#}L{bx - sx:0.#} {by - sy:0.#}\""
            ),
            line
        );
    }

    private static string Number(int number, (double X, double Y) at, double line)
    {
        var radius = 4.5 * line;
        var size = 0.75 * line;
        var digits = number.ToString(CultureInfo.InvariantCulture);
        var wide = digits.Length * 4 + (digits.Length - 1) * 2;
        var drawn = digits.Select(
            (digit, i) =>
                Text(
                    $"<path d=\"{Digits[digit - '0']}\" transform=\"translate({at.X + (i * 6 - wide / 2.0) * size:0.##} {at.Y - 3 * size:0.##}) scale({size:0.###})\" stroke=\"{Casing}\" stroke-width=\"1.1\"/>"
                )
        );
        return Text(
                $"<circle cx=\"{at.X:0.#}\" cy=\"{at.Y:0.#}\" r=\"{radius:0.#}\" fill=\"{Mark}\" stroke=\"{Casing}\" stroke-width=\"{line * 0.6:0.#}\"/>"
            ) + string.Concat(drawn);
    }

    /// <summary>A light line under the dark one: seen on dark shingles, on snow, and in greyscale.</summary>
    private static string Twice(string begun, double line) =>
        Text($"{begun} stroke=\"{Casing}\" stroke-width=\"{line * 1.9:0.#}\"/>{begun} stroke=\"{Mark}\" stroke-width=\"{line:0.#}\"/>");

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
