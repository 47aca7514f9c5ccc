using System.Net;
using System.Net.Http.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Samples;
using Kalpa.Store.Photos;
using NetVips;

namespace Kalpa.Server.Tests;

/// <summary>
/// What is done to a photo is burnt into what is printed and shared, and nowhere into the original. Pictures are read back by the picture library, pixel by pixel.
/// </summary>
public sealed class PhotoEditsTests : IDisposable
{
    private const int Width = 800;
    private const int Height = 600;

    private readonly string file = Path.Combine(Path.GetTempPath(), $"{Guid.CreateVersion7()}.png");

    /// <summary>A sheet of black and white columns, each a pixel wide, as a plate's letters are fine; the upper left quarter is green.</summary>
    public PhotoEditsTests()
    {
        using var xyz = Image.Xyz(Width, Height);
        using var columns = (xyz[0] % 2) * 255;
        using var grey = columns.Cast(Enums.BandFormat.Uchar);
        using var rgb = grey.Bandjoin(grey, grey).Copy(interpretation: Enums.Interpretation.Srgb);
        using var green = Image.Black(Width / 2, Height / 2, bands: 3).Linear([1, 1, 1], [0, 200, 0]).Cast(Enums.BandFormat.Uchar);
        using var sheet = rgb.Insert(green, 0, 0);
        sheet.WriteToFile(file);
    }

    public void Dispose() => File.Delete(file);

    private Image Edited(PhotoEdits edits) => Image.NewFromBuffer(EditedPictures.Jpeg(file, edits, 1600, 90));

    private static PhotoMark Mark(PhotoMarkKind kind, double x, double y, double toX, double toY, int number = 0) =>
        new(kind, x, y, toX, toY, number);

    private static bool IsRed(double[] pixel) => pixel[0] > 110 && pixel[1] < 90 && pixel[2] < 90;

    private static bool IsGreen(double[] pixel) => pixel[0] < 60 && pixel[1] > 150 && pixel[2] < 60;

    [Fact]
    public void Nothing_done_leaves_every_pixel_where_it_was()
    {
        using var same = Edited(new PhotoEdits([]));
        (same.Width, same.Height).ShouldBe((Width, Height));
        IsGreen(same.Getpoint(10, 10)).ShouldBeTrue();
        IsGreen(same.Getpoint(Width - 10, 10)).ShouldBeFalse();
    }

    /// <summary>Columns of black and white average to grey: no column is told from the next, and outside the box all are.</summary>
    [Fact]
    public void A_blurred_box_keeps_nothing_fine_and_leaves_all_around_it()
    {
        using var blurred = Edited(new PhotoEdits([Mark(PhotoMarkKind.Blur, 0.6, 0.6, 0.9, 0.9)]));
        using var within = blurred.ExtractArea(490, 370, 220, 160).Colourspace(Enums.Interpretation.Bw);
        within.Deviate().ShouldBeLessThan(12);
        using var beside = blurred.ExtractArea(20, 370, 220, 160).Colourspace(Enums.Interpretation.Bw);
        beside.Deviate().ShouldBeGreaterThan(60);
        // Cells: an eighth of the longer side is one color.
        using var cell = blurred.ExtractArea(484, 364, 20, 20).Colourspace(Enums.Interpretation.Bw);
        cell.Deviate().ShouldBeLessThan(8);
    }

    [Fact]
    public void An_arrow_a_circle_and_a_number_stand_where_they_were_drawn()
    {
        using var marked = Edited(
            new PhotoEdits([
                Mark(PhotoMarkKind.Arrow, 0.1, 0.1, 0.3, 0.4),
                Mark(PhotoMarkKind.Circle, 0.05, 0.1, 0.15, 0.3),
                Mark(PhotoMarkKind.Number, 0.4, 0.1, 0.4, 0.1, 7),
            ])
        );
        IsRed(marked.Getpoint((int)(0.2 * Width), (int)(0.25 * Height))).ShouldBeTrue();
        IsRed(marked.Getpoint((int)(0.05 * Width), (int)(0.2 * Height))).ShouldBeTrue();
        IsGreen(marked.Getpoint((int)(0.1 * Width) - 5, (int)(0.2 * Height))).ShouldBeTrue();
        // Beside the digit the disk is full.
        IsRed(marked.Getpoint((int)(0.4 * Width) - 18, (int)(0.1 * Height))).ShouldBeTrue();
        IsGreen(marked.Getpoint((int)(0.4 * Width) + 40, (int)(0.1 * Height))).ShouldBeTrue();
    }

    [Fact]
    public void A_crop_shows_its_part_and_marks_move_with_it()
    {
        var edits = new PhotoEdits([Mark(PhotoMarkKind.Number, 0.25, 0.25, 0.25, 0.25, 1)], Crop: new PhotoCrop(0, 0, 0.5, 0.5));
        using var cropped = Edited(edits);
        (cropped.Width, cropped.Height).ShouldBe((Width / 2, Height / 2));
        IsGreen(cropped.Getpoint(Width / 2 - 8, 8)).ShouldBeTrue();
        // The number at a quarter of the photo is the middle of its upper left quarter.
        IsRed(cropped.Getpoint(Width / 4 - 11, Height / 4)).ShouldBeTrue();
    }

    /// <summary>Turned clockwise, the green quarter's right edge leans to the right above the middle and its lower edge sinks to the left of it... and no corner is empty.</summary>
    [Fact]
    public void Straightening_turns_clockwise_without_an_empty_corner_and_takes_marks_along()
    {
        using var turned = Edited(new PhotoEdits([Mark(PhotoMarkKind.Number, 0.25, 0.25, 0.25, 0.25, 1)], 10));
        (turned.Width, turned.Height).ShouldBe((Width, Height));
        IsGreen(turned.Getpoint(Width / 2 + 10, 60)).ShouldBeTrue();
        IsGreen(turned.Getpoint(Width / 2 - 20, Height - 60)).ShouldBeFalse();
        foreach (var (x, y) in new[] { (1, 1), (Width - 2, 1), (1, Height - 2), (Width - 2, Height - 2) })
        {
            turned.ExtractArea(Math.Min(x, Width - 12), Math.Min(y, Height - 12), 10, 10).Avg().ShouldBeGreaterThan(20);
        }
        var (fx, fy) = new Core.Photos.StraightFrame(Width, Height, 10).ToFrame(0.25, 0.25);
        IsRed(turned.Getpoint((int)(fx * Width) - 17, (int)(fy * Height))).ShouldBeTrue();
    }

    [Theory]
    [InlineData(0.5, 0, 0, "")]
    [InlineData(1.01, 0, 0, "photo.mark-outside")]
    [InlineData(0.5, 15, 0, "")]
    [InlineData(0.5, 15.5, 0, "photo.bad-turn")]
    [InlineData(0.5, 0, 99, "")]
    [InlineData(0.5, 0, 100, "photo.bad-number")]
    public void Edits_are_held_to_the_photo(double x, double turn, int number, string code)
    {
        var kind = number > 0 ? PhotoMarkKind.Number : PhotoMarkKind.Arrow;
        var photo = new PhotoFact(Guid.CreateVersion7(), Guid.CreateVersion7(), null, null, new string('a', 64), "")
        {
            Edits = new PhotoEdits([Mark(kind, x, 0.5, 0.6, 0.6, number)], turn),
        };
        string[] codes = code.Length > 0 ? [code] : [];
        FactChecks.Of(photo, Core.Rules.RuleBook.Current).Select(p => p.Code).ShouldBe(codes);
    }

    [Theory]
    [InlineData(0, 0, 1, 1, true)]
    [InlineData(0.5, 0.5, 0.5, 0.5, true)]
    [InlineData(0.5, 0.5, 0.51, 0.5, false)]
    [InlineData(0.1, 0.1, 0.05, 0.05, true)]
    [InlineData(0.1, 0.1, 0.04, 0.5, false)]
    public void A_crop_is_a_part_of_the_photo(double x, double y, double width, double height, bool taken)
    {
        var photo = new PhotoFact(Guid.CreateVersion7(), Guid.CreateVersion7(), null, null, new string('a', 64), "")
        {
            Edits = new PhotoEdits([], 0, new PhotoCrop(x, y, width, height)),
        };
        FactChecks.Of(photo, Core.Rules.RuleBook.Current).Any().ShouldBe(!taken);
    }

    /// <summary>A blurred plate is blurred in the preview, in the report's own rendition and for a crew; the original's bytes are as they were sent.</summary>
    [Fact]
    public async Task What_is_blurred_is_blurred_wherever_the_photo_goes_and_the_original_stays()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        await tess.Send(roof.Changes);
        var sent = await File.ReadAllBytesAsync(file);
        var answer = await tess.Http.PostAsync("/api/photos", new Bytes(sent));
        var blob = (await answer.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!;
        var photo = new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, null, blob.Sha256, "")
        {
            Edits = new PhotoEdits([Mark(PhotoMarkKind.Blur, 0, 0, 1, 1)]),
        };
        var item = new PunchItemFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, roof.Slope.Id, "Lap", "Remake", "Crew 1", null);
        await tess.Send(Inspector.Change(FactKind.Photo, photo), Inspector.Change(FactKind.PunchItem, item));

        var page = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        var address = WebUtility.HtmlDecode(page.Split("<img src=\"")[1].Split('"')[0]);
        IsCoarse(await tess.Http.GetByteArrayAsync(address)).ShouldBeTrue();
        var made = await tess.Post($"/api/visits/{roof.Visit.Id}/punch-links", new PunchLinkRequest("Crew 1", 30));
        var link = (await made.Content.ReadFromJsonAsync<PunchLinkAnswer>(Inspector.Json))!;
        IsCoarse(await server.CreateClient().GetByteArrayAsync($"/api{link.Path}/photos/{blob.Sha256}")).ShouldBeTrue();
        (await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/original")).ShouldBe(sent);
        IsCoarse(await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/screen")).ShouldBeFalse();
        // Of another photo's id nothing is burnt in, and nothing of it is told.
        IsCoarse(await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/report?of={Guid.CreateVersion7()}")).ShouldBeFalse();
    }

    /// <summary>Whether the lower right, fine columns as it was taken, has only a few colors left.</summary>
    private static bool IsCoarse(byte[] jpeg)
    {
        using var image = Image.NewFromBuffer(jpeg);
        using var corner = image.ExtractArea(image.Width * 5 / 8, image.Height * 5 / 8, image.Width / 4, image.Height / 4);
        using var grey = corner.Colourspace(Enums.Interpretation.Bw);
        return grey.Deviate() < 12;
    }
}
