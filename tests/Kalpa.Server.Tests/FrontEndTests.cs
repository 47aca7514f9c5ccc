using System.Net;
using System.Net.Http.Headers;
using System.Text.RegularExpressions;

namespace Kalpa.Server.Tests;

/// <summary>The page, its files and the browser core as a browser asks for them.</summary>
public sealed partial class FrontEndTests : IAsyncLifetime
{
    private readonly string ui = Directory.CreateTempSubdirectory("kalpa-ui").FullName;
    private TestServer server = null!;
    private HttpClient http = null!;

    public ValueTask InitializeAsync()
    {
        Directory.CreateDirectory(Path.Combine(ui, "assets"));
        Directory.CreateDirectory(Path.Combine(ui, "_framework"));
        File.WriteAllText(Path.Combine(ui, "index.html"), """<meta name="csp-nonce" content="__NONCE__"><p>page</p>""");
        File.WriteAllText(Path.Combine(ui, "assets/app.js"), "plain");
        File.WriteAllText(Path.Combine(ui, "_framework/core.wasm"), "plain");
        File.WriteAllText(Path.Combine(ui, "_framework/core.wasm.br"), "packed");
        server = new TestServer(ui: ui);
        http = server.CreateClient();
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await server.DisposeAsync();
        Directory.Delete(ui, true);
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/index.html")]
    [InlineData("/visits/1/walk")]
    public async Task Every_address_of_the_app_is_the_page_with_the_nonce_of_its_policy(string path)
    {
        var response = await http.GetAsync(path);
        var nonce = Nonce().Match(await response.Content.ReadAsStringAsync()).Groups[1].Value;
        nonce.Length.ShouldBeGreaterThan(20);
        response.Headers.GetValues("Content-Security-Policy").Single().ShouldContain($"'nonce-{nonce}'");
        response.Headers.CacheControl!.NoStore.ShouldBeTrue();
    }

    [Fact]
    public async Task No_two_pages_share_a_nonce() => (await http.GetStringAsync("/")).ShouldNotBe(await http.GetStringAsync("/"));

    [Fact]
    public async Task Hashed_files_may_be_kept_and_missing_ones_are_not_the_page()
    {
        var kept = await http.GetAsync("/assets/app.js");
        kept.Headers.CacheControl!.MaxAge.ShouldBe(TimeSpan.FromDays(365));
        (await http.GetAsync("/assets/gone.js")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Theory]
    [InlineData("br", "packed")]
    [InlineData("gzip", "plain")]
    public async Task The_core_goes_out_packed_to_who_can_unpack_it(string encoding, string body)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/_framework/core.wasm");
        request.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(encoding));
        var response = await http.SendAsync(request);
        (await response.Content.ReadAsStringAsync()).ShouldBe(body);
        response.Content.Headers.ContentType!.MediaType.ShouldBe("application/wasm");
        response.Content.Headers.ContentEncoding.ShouldBe(body == "packed" ? ["br"] : []);
    }

    [Fact]
    public async Task An_unknown_address_of_data_is_a_problem_and_not_the_page()
    {
        var tess = await server.FirstInspector();
        var response = await tess.Http.GetAsync("/api/no-such-thing");
        response.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await response.Code()).ShouldBe("not-found");
    }

    [GeneratedRegex("content=\"([^\"]+)\"")]
    private static partial Regex Nonce();
}
