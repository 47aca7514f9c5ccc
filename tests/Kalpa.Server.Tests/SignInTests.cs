using System.Net;
using System.Text;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Store;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

public sealed class SignInTests
{
    /// <summary>Answer without sign-in, each for a reason: the session itself, setting up, and the demo's one-tap people.</summary>
    private static readonly string[] Open = ["api/session", "api/set-up", "api/demo/people", "api/demo/people/{id:guid}/sign-in", "health"];

    [Fact]
    public async Task No_data_endpoint_answers_without_sign_in()
    {
        await using var server = new TestServer(demo: true);
        var visitor = await server.Visitor();
        var asked = 0;
        foreach (
            var (method, pattern) in Endpoints(server)
                .Where(e => !(Open.Contains(e.Pattern) && e.Method != "DELETE") && !IsSharedLink(e.Pattern))
        )
        {
            var path = pattern
                .Replace("{id:guid}", Guid.CreateVersion7().ToString(), StringComparison.Ordinal)
                .Replace("{sha256:length(64)}", new string('a', 64), StringComparison.Ordinal)
                .Replace("{rendition}", "thumb", StringComparison.Ordinal)
                .Replace("{*path:nonfile}", "nowhere", StringComparison.Ordinal);
            using var request = new HttpRequestMessage(new HttpMethod(method), path)
            {
                Content = new StringContent("{}", Encoding.UTF8, "application/json"),
            };
            var response = await visitor.Http.SendAsync(request);
            response.StatusCode.ShouldBe(HttpStatusCode.Unauthorized, $"{method} {path}");
            (await response.Code()).ShouldBe("session.none");
            asked++;
        }
        asked.ShouldBeGreaterThan(12);
    }

    [Fact]
    public async Task An_id_of_another_firm_answers_like_one_that_is_not_there()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var property = home.Properties[0].PropertyId;
        var visit = home.Properties[0].Roofs[0].LatestVisit!.Id;
        var photo = (await marit.Get<VisitDossier>($"/api/visits/{visit}")).Roofs[0].Facts.Records!.Photos[0].Sha256;
        var check = ReportStamps.Of(await marit.Get<VisitDossier>($"/api/visits/{visit}"));
        var signature = new ReportSignatureFact(
            Guid.CreateVersion7(),
            visit,
            "Marit",
            "",
            DateTimeOffset.UnixEpoch,
            check.Hash,
            [.. check.Parts.Select(p => new SignedPart(p.Key, p.Hash))]
        );
        await marit.Send(Inspector.Change(FactKind.ReportSignature, signature));
        (await marit.Http.GetAsync($"/api/signed/{signature.Id}/report.json")).StatusCode.ShouldBe(HttpStatusCode.OK);
        await MoveToAnotherFirm(server, marit);
        var stranger = await server.DemoInspector();
        var walked = 0;
        foreach (
            var (_, pattern) in Endpoints(server)
                .Where(e => e.Method == "GET" && e.Pattern.StartsWith("api/") && e.Pattern.Contains('{') && !e.Pattern.Contains("nonfile"))
                .Where(e => !IsSharedLink(e.Pattern))
        )
        {
            // A new kind of address fails here until it is said whose id it takes.
            var id = pattern.Split('/')[1] switch
            {
                "properties" => property.ToString(),
                "visits" => visit.ToString(),
                "photos" => photo,
                "facts" => visit.ToString(),
                "signed" => signature.Id.ToString(),
                var other => throw new InvalidOperationException($"Choose which id {other} takes."),
            };
            var path = pattern.Replace("{id:guid}", id).Replace("{sha256:length(64)}", id).Replace("{rendition}", "thumb");
            walked++;
            if (path.EndsWith("/state", StringComparison.Ordinal))
            {
                // Asked before sending: to a stranger nothing of another firm's picture is held.
                (await stranger.Get<BlobState>(path)).ShouldBe(new BlobState(photo, 0, false, false));
                continue;
            }
            (await stranger.Http.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.NotFound, path);
        }
        walked.ShouldBeGreaterThanOrEqualTo(6);
        (await stranger.Get<HomeAnswer>("/api/home")).Properties.ShouldBeEmpty();
    }

    /// <summary>A link carries its own secret; what it opens is tested with the punch list and with signing.</summary>
    private static bool IsSharedLink(string pattern) => pattern.Contains("api/crew/{secret}") || pattern.StartsWith("shared/{secret}");

    [Fact]
    public async Task The_kept_mode_has_no_one_tap_people_and_no_demo_data()
    {
        await using var server = new TestServer(demo: false);
        var visitor = await server.Visitor();
        visitor.Session.DemoMode.ShouldBeFalse();
        visitor.Session.NeedsSetUp.ShouldBeTrue();
        Endpoints(server).ShouldNotContain(e => e.Pattern.Contains("demo"));
        (await visitor.Http.GetAsync("/api/demo/people")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        using var scope = server.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        (await db.Users.CountAsync() + await db.Firms.CountAsync() + await db.Revisions.IgnoreQueryFilters().CountAsync()).ShouldBe(0);
    }

    [Fact]
    public async Task A_firm_is_set_up_once()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        tess.Session.Person!.FirmName.ShouldBe("Test Survey");
        var again = await tess.Post("/api/set-up", new SetUpRequest("Other", "Other", "other@example.test", Inspector.Password));
        (await again.Code()).ShouldBe("set-up.done");
    }

    [Fact]
    public async Task A_weak_password_is_refused_with_the_reason()
    {
        await using var server = new TestServer();
        var visitor = await server.Visitor();
        var response = await visitor.Post("/api/set-up", new SetUpRequest("Firm", "Name", "name@example.test", "short"));
        (await response.Code()).ShouldBe("set-up.refused");
        (await visitor.Http.GetAsync("/api/home")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task Five_wrong_passwords_shut_the_door_even_for_the_right_one_but_not_where_one_has_signed_in_before()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var visitor = await server.Visitor();
        for (var i = 0; i < 5; i++)
        {
            await visitor.Post("/api/session", new SignInRequest("tess@example.test", "wrong"));
        }
        var response = await visitor.Post("/api/session", new SignInRequest("tess@example.test", Inspector.Password));
        response.StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);
        (await response.Code()).ShouldBe("session.too-many");
        int.Parse(response.Headers.GetValues("Retry-After").Single()).ShouldBeInRange(1, 900);
        await tess.Http.DeleteAsync("/api/session");
        await tess.Refresh();
        (await tess.Post("/api/session", new SignInRequest("tess@example.test", Inspector.Password))).StatusCode.ShouldBe(
            HttpStatusCode.NoContent
        );
    }

    [Fact]
    public async Task Signing_in_and_out_by_password_works()
    {
        await using var server = new TestServer(alone: true);
        await server.FirstInspector();
        var visitor = await server.Visitor();
        (await (await visitor.Post("/api/session", new SignInRequest("tess@example.test", "wrong"))).Code()).ShouldBe("session.wrong");
        (await visitor.Post("/api/session", new SignInRequest("tess@example.test", Inspector.Password))).StatusCode.ShouldBe(
            HttpStatusCode.NoContent
        );
        await visitor.Refresh();
        visitor.Session.Person!.Name.ShouldBe("Tess Tester");
        (await visitor.Http.DeleteAsync("/api/session")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await visitor.Http.GetAsync("/api/home")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task A_change_without_the_pages_token_is_refused()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        tess.Http.DefaultRequestHeaders.Remove("X-Kalpa-Token");
        var response = await tess.Post("/api/facts", new FactChanges(new TestRoof().Changes));
        (await response.Code()).ShouldBe("session.stale-token");
        (await tess.Get<HomeAnswer>("/api/home")).Properties.ShouldBeEmpty();
    }

    [Fact]
    public async Task Every_answer_carries_a_request_id_and_a_policy_without_inline_script()
    {
        await using var server = new TestServer();
        var visitor = await server.Visitor();
        var response = await visitor.Http.GetAsync("/api/session");
        response.Headers.GetValues("X-Request-Id").ShouldHaveSingleItem();
        var policy = response.Headers.GetValues("Content-Security-Policy").Single();
        var scripts = policy.Split(';').Single(p => p.Trim().StartsWith("script-src"));
        scripts.ShouldNotContain("unsafe-inline");
        scripts.ShouldNotContain("'unsafe-eval'");
    }

    private static IEnumerable<(string Method, string Pattern)> Endpoints(TestServer server) =>
        server
            .Services.GetServices<EndpointDataSource>()
            .SelectMany(source => source.Endpoints)
            .OfType<RouteEndpoint>()
            .SelectMany(endpoint =>
                (endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"]).Select(method =>
                    (method, endpoint.RoutePattern.RawText!.TrimStart('/'))
                )
            )
            .Distinct();

    private static async Task MoveToAnotherFirm(TestServer server, Inspector person)
    {
        using var scope = server.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        var firm = new Store.Model.Firm { Id = Guid.CreateVersion7(), Name = "Somebody else" };
        db.Firms.Add(firm);
        var moved = await db.Users.SingleAsync(u => u.Id == person.Session.Person!.Id);
        moved.FirmId = firm.Id;
        await db.SaveChangesAsync();
    }
}
