using System.Net;
using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Server.Features.Session;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Tests;

/// <summary>Sign-ins are the server's to end, tries are bounded, and nobody can shut somebody else out.</summary>
public sealed class SessionTests
{
    private const string Email = "tess@example.test";

    [Fact]
    public async Task A_copy_of_the_cookie_is_worth_nothing_after_signing_out()
    {
        await using var server = new TestServer(alone: true);
        var tess = await server.FirstInspector();
        var (copied, cookie) = await SignInRaw(server);
        (await Ask(copied, cookie)).StatusCode.ShouldBe(HttpStatusCode.OK);
        var own = (await tess.Get<IReadOnlyList<SignInAnswer>>("/api/session/sign-ins"));
        own.Count.ShouldBe(2);
        own.Count(s => s.Here).ShouldBe(1);
        // Ended from the other device.
        (await tess.Http.DeleteAsync($"/api/session/sign-ins/{own.Single(s => !s.Here).Id}")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await Ask(copied, cookie)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await tess.Get<IReadOnlyList<SignInAnswer>>("/api/session/sign-ins")).ShouldHaveSingleItem().Here.ShouldBeTrue();
    }

    [Fact]
    public async Task Another_persons_sign_in_cannot_be_ended()
    {
        await using var server = new TestServer(demo: true, alone: true);
        var marit = await server.DemoInspector();
        var here = (await marit.Get<IReadOnlyList<SignInAnswer>>("/api/session/sign-ins")).Single().Id;
        var osric = await server.Visitor();
        var people = await osric.Get<IReadOnlyList<DemoPerson>>("/api/demo/people");
        await osric.Post<object?>($"/api/demo/people/{people.Single(p => p.Id != marit.Session.Person!.Id).Id}/sign-in", null);
        await osric.Refresh();
        (await osric.Http.DeleteAsync($"/api/session/sign-ins/{here}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await marit.Http.GetAsync("/api/home")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Whether_an_account_exists_is_told_neither_by_the_answer_nor_by_the_limit()
    {
        await using var server = new TestServer(alone: true);
        await server.FirstInspector();
        string[] answers = [await Tries(server, Email), await Tries(server, "nobody@example.test")];
        answers[0].ShouldBe(answers[1]);
        answers[0].ShouldContain("session.too-many");
    }

    [Fact]
    public async Task Many_accounts_tried_from_one_address_meet_its_limit()
    {
        await using var server = new TestServer(alone: true);
        await server.FirstInspector();
        var visitor = await server.Visitor();
        var codes = new List<string>();
        for (var i = 0; i < SignInLimits.MostByAddress + 2; i++)
        {
            codes.Add(await (await visitor.Post("/api/session", new SignInRequest($"a{i}@example.test", "wrong"))).Code());
        }
        codes.Count(c => c == "session.wrong").ShouldBe(SignInLimits.MostByAddress);
        codes[^1].ShouldBe("session.too-many");
    }

    [Fact]
    public void Tries_count_for_a_quarter_of_an_hour_and_a_known_device_has_its_own_count()
    {
        var clock = new SetClock();
        var limits = new SignInLimits(clock);
        var device = Guid.CreateVersion7();
        for (var i = 0; i < SignInLimits.MostByAccount; i++)
        {
            limits.Wait(Email, $"10.0.0.{i}", null).ShouldBeNull();
            limits.CountWrong(Email, $"10.0.0.{i}", null);
        }
        // From everywhere at once: the account is shut to strangers, and to whoever it belongs stays open.
        limits.Wait(Email, "10.0.1.1", null)!.Value.ShouldBe(TimeSpan.FromMinutes(15));
        limits.Wait(Email, "10.0.1.1", device).ShouldBeNull();
        for (var i = 0; i < SignInLimits.MostByAccountAndAddress; i++)
        {
            limits.CountWrong(Email, "10.0.1.1", device);
        }
        limits.Wait(Email, "10.0.1.1", device).ShouldNotBeNull();
        clock.Now += TimeSpan.FromMinutes(15) - TimeSpan.FromSeconds(1);
        limits.Wait(Email, "10.0.1.1", null)!.Value.ShouldBe(TimeSpan.FromSeconds(1));
        clock.Now += TimeSpan.FromSeconds(1);
        limits.Wait(Email, "10.0.1.1", null).ShouldBeNull();
        limits.Wait(Email, "10.0.1.1", device).ShouldBeNull();
    }

    [Fact]
    public async Task Eight_who_set_up_at_once_make_one_firm()
    {
        await using var server = new TestServer(alone: true);
        var visitors = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => server.Visitor()));
        var answers = await Task.WhenAll(
            visitors.Select(
                (v, i) => v.Post("/api/set-up", new SetUpRequest($"Firm {i}", $"Name {i}", $"n{i}@example.test", Inspector.Password))
            )
        );
        answers.Count(a => a.StatusCode == HttpStatusCode.NoContent).ShouldBe(1);
        answers.Count(a => a.StatusCode == HttpStatusCode.Conflict).ShouldBe(7);
        await server.InStore(async (_, db) => (await db.Firms.CountAsync(), await db.Users.CountAsync()).ShouldBe((1, 1)));
    }

    // The common ones are of a published list of leaked passwords; patterns and names are common practice.
    [Theory]
    [InlineData("aaaaaaaaaa")]
    [InlineData("abababababab")]
    [InlineData("1234567890")]
    [InlineData("0987654321")]
    [InlineData("qwertyuiop")]
    [InlineData("PasswordPassword")]
    [InlineData("abcdefghij")]
    [InlineData("harborharbor")]
    [InlineData("marit.quillon1")]
    public void A_password_that_is_guessed_first_is_refused(string password) =>
        PasswordRules.Fault(password, ["Marit Quillon", "marit@saltmere.example"]).ShouldNotBeNull();

    [Theory]
    [InlineData("copper ladder fog")]
    [InlineData("Tr7-gull+slate")]
    [InlineData("a-long-password")]
    [InlineData("marit likes old slate")]
    public void A_password_of_several_words_is_taken(string password) =>
        PasswordRules.Fault(password, ["Marit Quillon", "marit@saltmere.example"]).ShouldBeNull();

    [Fact]
    public async Task The_length_of_a_password_is_asked_for_to_the_sign()
    {
        await using var server = new TestServer(alone: true);
        var visitor = await server.Visitor();
        (await (await visitor.Post("/api/set-up", SetUp("gull+slat"))).Code()).ShouldBe("set-up.refused");
        (await visitor.Post("/api/set-up", SetUp("gull+slate"))).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        static SetUpRequest SetUp(string password) => new("Firm", "Name", "name@example.test", password);
    }

    [Fact]
    public async Task Private_answers_are_kept_by_nobody_and_cookies_cross_no_open_network()
    {
        await using var server = new TestServer(alone: true);
        var tess = await server.FirstInspector();
        foreach (var path in new[] { "/api/home", "/api/session", "/api/session/sign-ins" })
        {
            (await tess.Http.GetAsync(path)).Headers.CacheControl!.NoStore.ShouldBeTrue(path);
        }
        // Off loopback: by https with everything that belongs to it, or not at all.
        using var outside = server.CreateClient(new WebApplicationFactoryClientOptions { BaseAddress = new Uri("https://kalpa.example") });
        var answer = await outside.GetAsync("/api/session");
        answer.Headers.GetValues("Strict-Transport-Security").Single().ShouldBe("max-age=31536000");
        answer.Headers.GetValues("Set-Cookie").ShouldAllBe(c => c.Contains("; secure"));
    }

    [Theory]
    [InlineData(" ", "Name")]
    [InlineData("Firm", "")]
    [InlineData(null, "Name")]
    public async Task A_firm_and_its_first_person_have_names(string? firm, string name)
    {
        await using var server = new TestServer(alone: true);
        var visitor = await server.Visitor();
        var long201 = new string('f', 201);
        var answer = await visitor.Post("/api/set-up", new SetUpRequest(firm ?? long201, name, "name@example.test", Inspector.Password));
        (await answer.Code()).ShouldBe("set-up.refused");
        await visitor.Refresh();
        visitor.Session.NeedsSetUp.ShouldBeTrue();
    }

    [Fact]
    public async Task A_screen_that_broke_is_told_to_the_log_by_whoever_is_signed_in()
    {
        await using var server = new TestServer(alone: true);
        var tess = await server.FirstInspector();
        var failure = new ClientFailure("TypeError: x", "at y", "/visits/1");
        (await tess.Post("/api/client-failures", failure)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await (await server.Visitor()).Post("/api/client-failures", failure)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    private static async Task<string> Tries(TestServer server, string email)
    {
        var visitor = await server.Visitor();
        var answers = new List<string>();
        for (var i = 0; i < SignInLimits.MostByAccountAndAddress + 1; i++)
        {
            var answer = await visitor.Post("/api/session", new SignInRequest(email, "wrong"));
            var text = await answer.Content.ReadAsStringAsync();
            answers.Add($"{answer.StatusCode} {Regex.Replace(text, "\"(requestId|traceId)\":\"[^\"]*\"", "")}");
        }
        return string.Join('\n', answers);
    }

    private static async Task<(HttpClient Http, string Cookie)> SignInRaw(TestServer server)
    {
        var http = server.CreateClient(
            new WebApplicationFactoryClientOptions { BaseAddress = new Uri("https://localhost"), HandleCookies = false }
        );
        var session = await http.GetAsync("/api/session");
        var forgery = session.Headers.GetValues("Set-Cookie").Select(c => c.Split(';')[0]).Single();
        var token = System
            .Text.Json.JsonDocument.Parse(await session.Content.ReadAsStringAsync())
            .RootElement.GetProperty("antiForgeryToken")
            .GetString();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/session")
        {
            Content = System.Net.Http.Json.JsonContent.Create(new SignInRequest(Email, Inspector.Password), options: Inspector.Json),
        };
        request.Headers.Add("Cookie", forgery);
        request.Headers.Add("X-Kalpa-Token", token);
        var answer = await http.SendAsync(request);
        answer.StatusCode.ShouldBe(HttpStatusCode.NoContent);
        return (
            http,
            answer
                .Headers.GetValues("Set-Cookie")
                .Select(c => c.Split(';')[0])
                .Single(c => c.StartsWith("kalpa=", StringComparison.Ordinal))
        );
    }

    private static async Task<HttpResponseMessage> Ask(HttpClient http, string cookie)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/home");
        request.Headers.Add("Cookie", cookie);
        return await http.SendAsync(request);
    }

    private sealed class SetClock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 9, 18, 12, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
