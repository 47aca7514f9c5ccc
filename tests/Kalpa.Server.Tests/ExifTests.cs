using System.Diagnostics;
using System.Net.Http.Json;
using Kalpa.Contracts;
using NetVips;

namespace Kalpa.Server.Tests;

/// <summary>Notes of the camera as an independent tool writes them: exiftool (libimage-exiftool-perl).</summary>
public sealed class ExifTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private readonly string work = Directory.CreateTempSubdirectory("kalpa-exif").FullName;
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public async ValueTask DisposeAsync()
    {
        await server.DisposeAsync();
        Directory.Delete(work, true);
    }

    // Exif 2.32, tag 0x0112: 1–4 keep the sides, 5–8 exchange them.
    [Theory]
    [InlineData(1, 900, 600)]
    [InlineData(2, 900, 600)]
    [InlineData(3, 900, 600)]
    [InlineData(4, 900, 600)]
    [InlineData(5, 600, 900)]
    [InlineData(6, 600, 900)]
    [InlineData(7, 600, 900)]
    [InlineData(8, 600, 900)]
    public async Task Every_orientation_is_shown_upright(int orientation, int width, int height)
    {
        var blob = await Take("-n", $"-Orientation={orientation}");
        (blob.Width, blob.Height).ShouldBe((width, height));
        using var thumb = Image.NewFromBuffer(await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/thumb"));
        (thumb.Width > thumb.Height).ShouldBe(width > height);
    }

    [Theory]
    [InlineData("2026:09:14 10:11:12", "+02:00", "2026-09-14T10:11:12+02:00")]
    [InlineData("2026:01:02 23:59:59", "-07:30", "2026-01-02T23:59:59-07:30")]
    [InlineData("2026:09:14 10:11:12", null, "2026-09-14T10:11:12+00:00")]
    [InlineData(null, null, null)]
    public async Task When_it_was_taken_is_read_with_its_offset(string? taken, string? offset, string? expected)
    {
        var blob = await Take(
            "-XResolution=72",
            taken is null ? "-Make=None" : $"-DateTimeOriginal={taken}",
            offset is null ? "-Model=None" : $"-OffsetTimeOriginal={offset}"
        );
        blob.TakenAt.ShouldBe(expected is null ? null : DateTimeOffset.Parse(expected, System.Globalization.CultureInfo.InvariantCulture));
    }

    [Fact]
    public async Task No_position_and_no_serial_number_leaves_the_house()
    {
        var blob = await Take(
            "-GPSLatitude=54.1",
            "-GPSLatitudeRef=N",
            "-GPSLongitude=12.1",
            "-GPSLongitudeRef=E",
            "-SerialNumber=1234567"
        );
        foreach (var rendition in new[] { "thumb", "report", "screen" })
        {
            var file = Path.Combine(work, $"{rendition}.jpg");
            await File.WriteAllBytesAsync(file, await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/{rendition}"));
            var notes = await Exiftool("-a", "-G1", file);
            notes.ShouldNotContain("GPS");
            notes.ShouldNotContain("1234567");
        }
    }

    private async Task<BlobAnswer> Take(params string[] tags)
    {
        var file = Path.Combine(work, $"{Guid.CreateVersion7()}.jpg");
        using (var picture = Image.Black(900, 600, bands: 3))
        {
            picture.Jpegsave(file);
        }
        await Exiftool([.. tags, "-overwrite_original", file]);
        using var body = new Bytes(await File.ReadAllBytesAsync(file));
        var response = await tess.Http.PostAsync("/api/photos", body);
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!;
    }

    private static async Task<string> Exiftool(params string[] arguments)
    {
        var start = new ProcessStartInfo("exiftool", arguments) { RedirectStandardOutput = true };
        using var tool = Process.Start(start)!;
        var said = await tool.StandardOutput.ReadToEndAsync();
        await tool.WaitForExitAsync();
        tool.ExitCode.ShouldBe(0);
        return said;
    }
}
