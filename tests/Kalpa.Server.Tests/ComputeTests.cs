using System.Net;
using System.Text;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Server.Tests;

public sealed class ComputeTests
{
    [Fact]
    public async Task Over_http_the_core_answers_as_it_does_at_home()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        foreach (var visit in new VisitGenerator(3).Visits(5))
        {
            var json = JsonSerializer.Serialize(visit, KalpaJson.Default.AssessInput);
            var response = await tess.Http.PostAsync("/api/compute/assess", new StringContent(json, Encoding.UTF8, "application/json"));
            var here = Compute.Run("assess", json, RuleBook.Current).Json!;
            (await response.Content.ReadAsStringAsync()).ShouldBe(here);
            // By this a page tells whether its own core would say the same.
            using var answer = JsonDocument.Parse(here);
            response
                .Headers.GetValues("X-Kalpa-Judges-By")
                .ShouldBe([$"{answer.RootElement.GetProperty("bookHash")} {answer.RootElement.GetProperty("methodVersion")}"]);
        }
    }

    [Fact]
    public async Task An_unknown_field_is_named()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var body = new StringContent("""{"text":"1","unit":"length","colour":"red"}""", Encoding.UTF8, "application/json");
        var response = await tess.Http.PostAsync("/api/compute/parse-measure", body);
        response.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await response.Content.ReadAsStringAsync()).ShouldContain("colour");
    }

    [Fact]
    public async Task Facts_with_an_unknown_field_are_refused_with_its_name()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var response = await tess.Http.PostAsync(
            "/api/facts",
            new StringContent("""{"changes":[],"colour":1}""", Encoding.UTF8, "application/json")
        );
        response.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await response.Code()).ShouldBe("request.bad-json");
    }
}
