using System.Globalization;
using NetVips;

namespace Kalpa.Store.Photos;

/// <summary>What a picture file says of itself, and its smaller copies. Formats are recognized by their first bytes, never by name.</summary>
public static class Pictures
{
    /// <summary>Larger than any camera a roof inspector carries; a bomb unfolds to more.</summary>
    public const long MostPixels = 80_000_000;

    private static readonly (Rendition Rendition, int LongestPixels, int Quality)[] Sizes =
    [
        (Rendition.Screen, 1600, 80),
        (Rendition.Report, 1000, 72),
        (Rendition.Thumb, 320, 70),
    ];

    /// <summary>Longest side in pixels, and quality, of a rendition.</summary>
    public static (int LongestPixels, int Quality) SizeOf(Rendition rendition)
    {
        var (_, longest, quality) = Sizes.First(s => s.Rendition == rendition);
        return (longest, quality);
    }

    private static readonly string[] HeicBrands = ["heic", "heix", "hevc", "heim", "heis", "mif1", "msf1", "heif"];

    public static string MediaType(ReadOnlySpan<byte> start)
    {
        if (start.Length >= 3 && start[0] == 0xFF && start[1] == 0xD8 && start[2] == 0xFF)
        {
            return "image/jpeg";
        }
        if (start.StartsWith("\x89PNG\r\n\x1A\n"u8) || start.StartsWith(new byte[] { 0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A }))
        {
            return "image/png";
        }
        if (start.Length >= 12 && start.StartsWith("RIFF"u8) && start[8..12].SequenceEqual("WEBP"u8))
        {
            return "image/webp";
        }
        if (start.Length >= 12 && start[4..8].SequenceEqual("ftyp"u8))
        {
            var brand = System.Text.Encoding.ASCII.GetString(start[8..12]);
            throw HeicBrands.Contains(brand) ? PhotoException.Heic() : PhotoException.NotAPicture();
        }
        throw PhotoException.NotAPicture();
    }

    /// <summary>Size as it is looked at (turned upright), and when it was taken; null where the camera does not say.</summary>
    public static PictureFacts Facts(string path)
    {
        try
        {
            using var image = Image.NewFromFile(path, access: Enums.Access.Sequential);
            var pixels = (long)image.Width * image.Height;
            if (pixels > MostPixels)
            {
                throw PhotoException.TooManyPixels(pixels);
            }
            var onItsSide = Field(image, "orientation") is { } o && int.TryParse(o, out var orientation) && orientation >= 5;
            return new PictureFacts(onItsSide ? image.Height : image.Width, onItsSide ? image.Width : image.Height, TakenAt(image));
        }
        catch (VipsException)
        {
            throw PhotoException.Damaged();
        }
    }

    // The library would hand out what it read before under the same path; an original put back in place is another file.
    static Pictures() => Cache.Max = 0;

    /// <summary>Every rendition as JPEG bytes; the file is decoded once. A cut-off or broken file throws.</summary>
    public static IReadOnlyList<(Rendition Rendition, byte[] Jpeg)> Renditions(string path)
    {
        try
        {
            // Decoded with its color profile kept, turned upright; nothing else of the camera's notes goes along.
            var (_, longest, _) = Sizes[0];
            using var lazy = Image.Thumbnail(path, longest, height: longest, size: Enums.Size.Down, failOn: Enums.FailOn.Truncated);
            using var largest = lazy.CopyMemory();
            return [.. Sizes.Select(size => (size.Rendition, Jpeg(largest, size.LongestPixels, size.Quality)))];
        }
        catch (VipsException)
        {
            throw PhotoException.Damaged();
        }
    }

    private static byte[] Jpeg(Image largest, int pixels, int quality)
    {
        using var smaller = largest.ThumbnailImage(pixels, height: pixels, size: Enums.Size.Down);
        using var flat = smaller.HasAlpha() ? smaller.Flatten(background: [255]) : smaller.Copy();
        return flat.JpegsaveBuffer(q: quality, keep: Enums.ForeignKeep.Icc);
    }

    private static DateTimeOffset? TakenAt(Image image)
    {
        if (
            Field(image, "exif-ifd2-DateTimeOriginal") is not { } text
            || !DateTime.TryParseExact(text, "yyyy:MM:dd HH:mm:ss", CultureInfo.InvariantCulture, DateTimeStyles.None, out var local)
        )
        {
            return null;
        }
        // Without an offset the camera's clock is taken as it stands.
        var offset = TimeSpan.TryParse(
            Field(image, "exif-ifd2-OffsetTimeOriginal")?.TrimStart('+'),
            CultureInfo.InvariantCulture,
            out var told
        )
            ? told
            : TimeSpan.Zero;
        return new DateTimeOffset(local, offset);
    }

    /// <summary>A field of the picture's notes: the reader prints it with its type in brackets behind.</summary>
    private static string? Field(Image image, string name)
    {
        if (!image.Contains(name))
        {
            return null;
        }
        var text = Convert.ToString(image.Get(name), CultureInfo.InvariantCulture) ?? "";
        var bracket = text.IndexOf(" (", StringComparison.Ordinal);
        return (bracket < 0 ? text : text[..bracket]).Trim();
    }
}

public sealed record PictureFacts(int Width, int Height, DateTimeOffset? TakenAt);
