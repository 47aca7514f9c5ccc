using System.Net.Http.Json;
using System.Security.Cryptography;
using Kalpa.Contracts;
using Kalpa.Samples;

namespace Kalpa.Server.Tests;

/// <summary>Bytes that come in pieces over a bad connection: every cut is gone on from, and nothing wrong is ever taken in.</summary>
public sealed class PieceTests : IAsyncLifetime
{
    private static readonly byte[] Picture = File.ReadAllBytes(Path.Combine(Repository.Root, "demo/photos/drip-edge.jpg"));
    private static readonly string Hash = Convert.ToHexStringLower(SHA256.HashData(Picture));

    private readonly TestServer server = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task Random_cuts_repeats_and_wrong_places_end_in_the_same_bytes()
    {
        const int Seed = 20261123;
        var random = new Random(Seed);
        var state = await State(Hash);
        for (var step = 0; !state.Whole; step++)
        {
            step.ShouldBeLessThan(400, $"seed {Seed}");
            var from = (int)(random.Next(4) == 0 ? random.Next(Picture.Length) : state.Received);
            var length = Math.Min(random.Next(1, 40_000), Picture.Length - from);
            var before = state.Received;
            state = await Send(Hash, from, Picture.AsMemory(from, length).ToArray());
            (state.Whole || state.Received == (from == before ? before + length : before)).ShouldBeTrue($"seed {Seed}, step {step}");
        }
        (await tess.Http.GetByteArrayAsync($"/api/photos/{Hash}/original")).ShouldBe(Picture);
        Directory.GetFiles(Path.Combine(server.DataFolder, "photos", "incoming")).ShouldBeEmpty();
    }

    [Fact]
    public async Task Bytes_that_are_not_those_announced_are_put_aside_and_can_be_sent_again()
    {
        var wrong = (byte[])Picture.Clone();
        wrong[5_000] ^= 1;
        var response = await Put(Hash, 0, wrong);
        (await response.Code()).ShouldBe("photo.hash-differs");
        (await State(Hash)).ShouldBe(new BlobState(Hash, 0, false, false));
        (await Send(Hash, 0, Picture)).Whole.ShouldBeTrue();
    }

    [Fact]
    public async Task A_report_size_picture_stands_in_until_its_original_is_here()
    {
        (await PutReport(Picture)).ReportHeld.ShouldBeTrue();
        (await tess.Http.GetAsync($"/api/photos/{Hash}/report")).IsSuccessStatusCode.ShouldBeTrue();
        (await tess.Http.GetAsync($"/api/photos/{Hash}/original")).IsSuccessStatusCode.ShouldBeFalse();
        (await Send(Hash, 0, Picture)).Whole.ShouldBeTrue();
        (await tess.Http.GetAsync($"/api/photos/{Hash}/original")).IsSuccessStatusCode.ShouldBeTrue();
        // Coming once more, late, it changes nothing.
        (await PutReport(Picture)).Whole.ShouldBeTrue();
    }

    [Fact]
    public async Task A_recording_is_kept_whole_and_is_no_picture()
    {
        byte[] recording = [0x1A, 0x45, 0xDF, 0xA3, .. RandomNumberGenerator.GetBytes(20_000)];
        var hash = Convert.ToHexStringLower(SHA256.HashData(recording));
        (await Send(hash, 0, recording)).Whole.ShouldBeTrue();
        var original = await tess.Http.GetAsync($"/api/photos/{hash}/original");
        original.Content.Headers.ContentType!.MediaType.ShouldBe("video/webm");
        (await tess.Http.GetAsync($"/api/photos/{hash}/thumb")).IsSuccessStatusCode.ShouldBeFalse();
    }

    [Theory]
    [InlineData("?offset=-1&total=10")]
    [InlineData("?offset=0&total=0")]
    public async Task A_piece_that_has_no_place_is_refused(string query)
    {
        using var body = new Bytes([1]);
        (await (await tess.Http.PutAsync($"/api/photos/{Hash}{query}", body)).Code()).ShouldBe("photo.bad-piece");
    }

    private Task<BlobState> State(string hash) => tess.Get<BlobState>($"/api/photos/{hash}/state");

    private async Task<BlobState> Send(string hash, long offset, byte[] piece)
    {
        var response = await Put(hash, offset, piece);
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<BlobState>(Inspector.Json))!;
    }

    private Task<HttpResponseMessage> Put(string hash, long offset, byte[] piece)
    {
        var total = hash == Hash ? Picture.Length : piece.Length;
        return tess.Http.PutAsync($"/api/photos/{hash}?offset={offset}&total={total}", new Bytes(piece));
    }

    private async Task<BlobState> PutReport(byte[] picture)
    {
        var response = await tess.Http.PutAsync($"/api/photos/{Hash}/report", new Bytes(picture));
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<BlobState>(Inspector.Json))!;
    }
}
