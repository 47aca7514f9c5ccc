using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Security.Cryptography;
using Kalpa.Contracts;
using NetVips;

namespace Kalpa.Server.Tests;

public sealed class PhotoTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Theory]
    [InlineData(".jpg", "image/jpeg")]
    [InlineData(".png", "image/png")]
    [InlineData(".webp", "image/webp")]
    public async Task An_original_is_kept_byte_for_byte_under_its_hash(string format, string mediaType)
    {
        var bytes = Picture(900, 600).WriteToBuffer(format);
        var blob = await Taken(bytes);
        blob.Sha256.ShouldBe(Convert.ToHexStringLower(SHA256.HashData(bytes)));
        (blob.MediaType, blob.Width, blob.Height).ShouldBe((mediaType, 900, 600));
        (await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/original")).ShouldBe(bytes);
        (await Taken(bytes)).AlreadyHeld.ShouldBeTrue();
    }

    [Fact]
    public async Task Renditions_are_upright_small_and_without_the_cameras_notes()
    {
        var blob = await Taken(WithExif(Picture(1800, 1200)).WriteToBuffer(".jpg"));
        // Orientation 6: the camera lay on its side, so the picture stands.
        (blob.Width, blob.Height).ShouldBe((1200, 1800));
        blob.TakenAt.ShouldBe(new DateTimeOffset(2026, 9, 14, 10, 11, 12, TimeSpan.FromHours(2)));
        foreach (var (rendition, longest) in new[] { ("thumb", 320), ("report", 1000), ("screen", 1600) })
        {
            using var image = Image.NewFromBuffer(await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/{rendition}"));
            image.Height.ShouldBe(longest, rendition);
            image.Width.ShouldBeLessThan(image.Height);
            image.GetFields().ShouldNotContain(f => f.Contains("GPS") || f.Contains("DateTime"), rendition);
        }
    }

    [Fact]
    public async Task A_deleted_rendition_comes_back()
    {
        var blob = await Taken(Picture(640, 480).WriteToBuffer(".jpg"));
        foreach (var file in Directory.GetFiles(server.DataFolder, "*.thumb.jpg", SearchOption.AllDirectories))
        {
            File.Delete(file);
        }
        (await tess.Http.GetByteArrayAsync($"/api/photos/{blob.Sha256}/thumb")).Length.ShouldBeGreaterThan(100);
    }

    public static TheoryData<string, byte[]> BadFiles =>
        new()
        {
            { "photo.empty", [] },
            { "photo.not-a-picture", "%PDF-1.7 not a picture at all"u8.ToArray() },
            { "photo.not-a-picture", "\0\0\0\u0018ftypmp42 a film"u8.ToArray() },
            { "photo.heic", "\0\0\0\u0018ftypheic then the rest"u8.ToArray() },
            { "photo.damaged", Picture(1200, 900).WriteToBuffer(".jpg")[..9000] },
            { "photo.damaged", Picture(400, 300).WriteToBuffer(".png")[..3000] },
            { "photo.damaged", [0xFF, 0xD8, 0xFF, 0xE0, 1, 2, 3] },
            { "photo.too-large", [0xFF, 0xD8, 0xFF, .. new byte[30_000_000]] },
            { "photo.too-many-pixels", (Image.Black(12_000, 12_000) + 40).Cast(Enums.BandFormat.Uchar).WriteToBuffer(".png") },
        };

    [Theory]
    [MemberData(nameof(BadFiles), DisableDiscoveryEnumeration = true)]
    public async Task A_bad_file_is_refused_clearly_and_nothing_else_is_lost(string code, byte[] bytes)
    {
        var good = await Taken(Picture(320, 200).WriteToBuffer(".jpg"));
        var response = await Send(bytes);
        response.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await response.Code()).ShouldBe(code);
        Directory.GetFiles(Path.Combine(server.DataFolder, "photos", "incoming")).ShouldBeEmpty();
        (await tess.Http.GetAsync($"/api/photos/{good.Sha256}/thumb")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    private async Task<BlobAnswer> Taken(byte[] bytes)
    {
        var response = await Send(bytes);
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!;
    }

    private Task<HttpResponseMessage> Send(byte[] bytes)
    {
        var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        return tess.Http.PostAsync("/api/photos", content);
    }

    private static Image Picture(int width, int height) =>
        Image.Gaussnoise(width, height, sigma: 30, mean: 120, seed: 5).Bandjoin([90.0, 60.0]).Cast(Enums.BandFormat.Uchar);

    private static Image WithExif(Image image) =>
        image.Mutate(notes =>
        {
            notes.Set(GValue.GStrType, "exif-ifd0-Orientation", "6");
            notes.Set(GValue.GIntType, "orientation", 6);
            notes.Set(GValue.GStrType, "exif-ifd2-DateTimeOriginal", "2026:09:14 10:11:12");
            notes.Set(GValue.GStrType, "exif-ifd2-OffsetTimeOriginal", "+02:00");
            notes.Set(GValue.GStrType, "exif-ifd3-GPSLatitude", "54/1 10/1 0/1");
        });
}
