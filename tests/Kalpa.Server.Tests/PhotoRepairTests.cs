using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Samples;
using Kalpa.Store.Photos;
using Kalpa.Store.Upkeep;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>Bytes that went bad are never served as good, and come back from whoever has them.</summary>
public sealed class PhotoRepairTests : IAsyncLifetime
{
    private static readonly byte[] Picture = File.ReadAllBytes(Path.Combine(Repository.Root, "demo/photos/drip-edge.jpg"));
    private static readonly string Hash = Convert.ToHexStringLower(SHA256.HashData(Picture));

    private readonly TestServer server = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    public static TheoryData<string> Ways => ["cut", "flipped", "gone", "empty"];

    [Theory]
    [MemberData(nameof(Ways))]
    public async Task A_damaged_original_is_not_served_and_is_taken_in_again_when_sent_again(string way)
    {
        await Put(Picture);
        Damage(way);
        var original = await tess.Http.GetAsync($"/api/photos/{Hash}/original");
        original.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await original.Code()).ShouldBe("photo.original-damaged");
        (await tess.Get<IReadOnlyList<string>>("/api/photos/wanted")).ShouldBe([Hash]);
        // What was made of it while it was good is still good.
        (await tess.Http.GetAsync($"/api/photos/{Hash}/report")).StatusCode.ShouldBe(HttpStatusCode.OK);
        await Put(Picture);
        (await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/original")).ShouldBe(Picture);
        (await tess.Get<IReadOnlyList<string>>("/api/photos/wanted")).ShouldBeEmpty();
        Directory.GetFiles(Path.Combine(server.DataFolder, "photos", "damaged")).Length.ShouldBe(way == "gone" ? 0 : 1);
    }

    [Fact]
    public async Task Sending_again_whole_repairs_too()
    {
        await Put(Picture);
        Damage("cut");
        var again = await tess.Http.PostAsync("/api/photos", new Bytes(Picture));
        (await again.Content.ReadFromJsonAsync<BlobAnswer>(Inspector.Json))!.AlreadyHeld.ShouldBeFalse();
        (await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/original")).ShouldBe(Picture);
    }

    [Fact]
    public async Task Verifying_finds_what_nobody_has_asked_for()
    {
        await Put(Picture);
        await server.InStore(async (services, _) => (await Verify(services)).Sound.ShouldBeTrue());
        // Of the same length and date: only the bytes tell.
        var path = OriginalPath();
        var written = File.GetLastWriteTimeUtc(path);
        Damage("flipped");
        File.SetLastWriteTimeUtc(path, written);
        await server.InStore(
            async (services, _) =>
            {
                var found = await Verify(services);
                (found.Originals, found.Sound).ShouldBe((1, false));
                found.Damaged.ShouldBe([Hash]);
            }
        );
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1_000)]
    public async Task A_rendition_cut_short_is_made_again_and_never_served(int leftBytes)
    {
        await Put(Picture);
        var good = await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/report");
        var file = Directory.GetFiles(server.DataFolder, "*.report.jpg", SearchOption.AllDirectories).Single();
        await File.WriteAllBytesAsync(file, good[..leftBytes]);
        (await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/report")).ShouldBe(good);
    }

    [Fact]
    public async Task What_stands_in_gives_way_to_the_original_and_is_kept_by_nobody()
    {
        using var image = NetVips.Image.NewFromBuffer(Picture);
        using var small = image.Resize(0.2);
        await tess.Http.PutAsync($"/api/photos/{Hash}/report", new Bytes(small.JpegsaveBuffer()));
        var before = await tess.Http.GetAsync($"/api/photos/{Hash}/screen");
        before.Headers.CacheControl!.NoCache.ShouldBeTrue();
        await Put(Picture);
        var after = await tess.Http.GetAsync($"/api/photos/{Hash}/screen");
        after.Headers.CacheControl!.MaxAge.ShouldNotBeNull();
        after.Headers.ETag!.Tag.ShouldNotBe(before.Headers.ETag!.Tag);
        using var shown = NetVips.Image.NewFromBuffer(await after.Content.ReadAsByteArrayAsync());
        shown.Width.ShouldBe(Math.Min(image.Width, 1600));
    }

    [Fact]
    public async Task One_photo_sent_many_times_at_once_is_taken_in_once()
    {
        var sendings = Enumerable
            .Range(0, 15)
            .SelectMany(i =>
                new[]
                {
                    tess.Http.PostAsync("/api/photos", new Bytes(Picture)),
                    tess.Http.PutAsync($"/api/photos/{Hash}?offset=0&total={Picture.Length}", new Bytes(Picture)),
                    tess.Http.PutAsync($"/api/photos/{Hash}/report", new Bytes(Picture)),
                }
            );
        foreach (var answer in await Task.WhenAll(sendings))
        {
            answer.StatusCode.ShouldBe(HttpStatusCode.OK, await answer.Content.ReadAsStringAsync());
        }
        (await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/original")).ShouldBe(Picture);
        Directory.GetFiles(Path.Combine(server.DataFolder, "photos", "incoming")).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("-1")]
    [InlineData("7")]
    [InlineData("0")]
    [InlineData("huge")]
    public async Task A_rendition_that_there_is_not_is_not_found(string rendition)
    {
        await Put(Picture);
        (await tess.Http.GetAsync($"/api/photos/{Hash}/{rendition}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Leftovers_are_swept_when_nobody_goes_on_with_them()
    {
        await tess.Http.PutAsync($"/api/photos/{Hash}?offset=0&total={Picture.Length}", new Bytes(Picture[..1000]));
        var files = server.Services.GetRequiredService<PhotoFiles>();
        var loose = files.Incoming();
        await File.WriteAllBytesAsync(loose, Picture[..10]);
        var now = DateTime.UtcNow;
        (TimeSpan hours, TimeSpan days) = (TimeSpan.FromHours(6), TimeSpan.FromDays(14));
        files.SweepIncoming(now.AddHours(5), hours, days).ShouldBe(0);
        files.SweepIncoming(now.AddHours(7), hours, days).ShouldBe(1);
        File.Exists(loose).ShouldBeFalse();
        files.SweepIncoming(now.AddDays(13), hours, days).ShouldBe(0);
        (await tess.Get<BlobState>($"/api/photos/{Hash}/state")).Received.ShouldBe(1000);
        files.SweepIncoming(now.AddDays(15), hours, days).ShouldBe(1);
    }

    [Fact]
    public async Task A_report_names_a_photo_that_is_not_to_be_had()
    {
        var roof = new TestRoof();
        var photo = new PhotoFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Finding.Id, roof.Slope.Id, Hash, "short lap");
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Photo, photo)]);
        var page = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        page.ShouldContain($"Photo not available ({Hash[..8]})");
        await Put(Picture);
        page = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        page.ShouldContain($"/api/photos/{Hash}/report");
        page.ShouldNotContain("Photo not available");
    }

    private static Task<VerifyResult> Verify(IServiceProvider services) => services.GetRequiredService<Verification>().Run(default);

    private async Task Put(byte[] bytes)
    {
        var answer = await tess.Http.PutAsync($"/api/photos/{Hash}?offset=0&total={bytes.Length}", new Bytes(bytes));
        (await answer.Content.ReadFromJsonAsync<BlobState>(Inspector.Json))!.Whole.ShouldBeTrue();
    }

    private string OriginalPath() => Directory.GetFiles(server.DataFolder, Hash, SearchOption.AllDirectories).Single();

    private void Damage(string way)
    {
        var path = OriginalPath();
        switch (way)
        {
            case "cut":
                File.WriteAllBytes(path, Picture[..(Picture.Length / 2)]);
                break;
            case "flipped":
                var flipped = (byte[])Picture.Clone();
                flipped[Picture.Length / 2] ^= 1;
                File.WriteAllBytes(path, flipped);
                break;
            case "empty":
                File.WriteAllBytes(path, []);
                break;
            default:
                File.Delete(path);
                break;
        }
    }
}
