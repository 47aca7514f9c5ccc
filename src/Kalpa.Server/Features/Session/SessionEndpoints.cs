using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Model;
using Kalpa.Store.Upkeep;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Session;

/// <summary>Who is signed in, signing in and out, and the first set-up of a firm. The only endpoints that answer without sign-in.</summary>
public static class SessionEndpoints
{
    private const int LongestName = 200;

    public static void MapSession(this IEndpointRouteBuilder api)
    {
        var open = api.MapGroup("/").AllowAnonymous();
        open.MapGet("session", Get).WithName("getSession");
        open.MapPost("session", SignIn)
            .WithName("signIn")
            .ProducesProblem(StatusCodes.Status401Unauthorized)
            .ProducesProblem(StatusCodes.Status429TooManyRequests);
        open.MapPost("set-up", SetUpFirm).WithName("setUpFirm").ProducesProblem(StatusCodes.Status409Conflict);
        api.MapDelete("session", SignOut).WithName("signOut");
        api.MapGet("session/sign-ins", SignIns).WithName("getSignIns");
        api.MapDelete("session/sign-ins/{id:guid}", EndSignIn).WithName("endSignIn").ProducesProblem(StatusCodes.Status404NotFound);
    }

    /// <summary>One-tap people are mapped in demo mode only.</summary>
    public static void MapDemoPeople(this IEndpointRouteBuilder api)
    {
        var open = api.MapGroup("demo").AllowAnonymous();
        open.MapGet("people", DemoPeople).WithName("getDemoPeople");
        open.MapPost("people/{id:guid}/sign-in", SignInDemo).WithName("signInDemo").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Ok<SessionAnswer>> Get(
        HttpContext http,
        KalpaDb db,
        IAntiforgery antiForgery,
        KalpaSettings settings,
        StoreHealth health,
        CancellationToken cancel
    )
    {
        var token = antiForgery.GetAndStoreTokens(http).RequestToken!;
        var person = http.User.Identity?.IsAuthenticated == true ? await Find(db, CurrentFirm.PersonOf(http.User), cancel) : null;
        // What is wrong with the server's disk is reported to those who work on it, not to whoever passes.
        IReadOnlyList<string> notices = person is null ? [] : [.. health.Notices().Select(n => n.Text)];
        return TypedResults.Ok(new SessionAnswer(person, token, settings.Demo, !await db.Users.AnyAsync(cancel), notices));
    }

    /// <summary>The same answer after the same work, whether the account exists, the password is wrong, or the tries are used up.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> SignIn(
        SignInRequest request,
        HttpContext http,
        UserManager<Person> people,
        SignInSessions sessions,
        SignInLimits limits,
        CancellationToken cancel
    )
    {
        var address = http.Connection.RemoteIpAddress?.ToString() ?? "";
        var device = sessions.KnownDevice(http, request.Email);
        if (limits.Wait(request.Email, address, device) is { } wait)
        {
            http.Response.Headers.RetryAfter = $"{Math.Ceiling(wait.TotalSeconds):0}";
            return Problems.Of(
                StatusCodes.Status429TooManyRequests,
                "session.too-many",
                "Too many wrong passwords from here",
                $"Wait {Math.Ceiling(wait.TotalMinutes):0} minutes, then try again. A device on which you have signed in before is not affected."
            );
        }
        var person = await people.FindByEmailAsync(request.Email);
        // Somebody unknown costs the same hash as somebody known.
        var right = person is null ? NobodyHas(people, request.Password) : await people.CheckPasswordAsync(person, request.Password);
        if (person is null || !right)
        {
            limits.CountWrong(request.Email, address, device);
            return Problems.Of(
                StatusCodes.Status401Unauthorized,
                "session.wrong",
                "E-mail or password is wrong",
                "Check both and try again."
            );
        }
        await sessions.Begin(person, http, cancel);
        return TypedResults.NoContent();
    }

    private static readonly Person Nobody = new() { UserName = "nobody" };
    private static string? hashOfNobody;

    private static bool NobodyHas(UserManager<Person> people, string password)
    {
        hashOfNobody ??= people.PasswordHasher.HashPassword(Nobody, Guid.NewGuid().ToString());
        _ = people.PasswordHasher.VerifyHashedPassword(Nobody, hashOfNobody, password);
        return false;
    }

    /// <summary>Ended on the server: whoever has a copy of the cookie is signed out too.</summary>
    private static async Task<NoContent> SignOut(
        ClaimsPrincipal principal,
        SignInManager<Person> signIn,
        SignInSessions sessions,
        CancellationToken cancel
    )
    {
        if (SignInSessions.IdOf(principal) is { } id)
        {
            await sessions.End(id, CurrentFirm.PersonOf(principal), cancel);
        }
        await signIn.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Ok<IReadOnlyList<SignInAnswer>>> SignIns(
        ClaimsPrincipal principal,
        SignInSessions sessions,
        CancellationToken cancel
    )
    {
        var here = SignInSessions.IdOf(principal);
        var standing = await sessions.Of(CurrentFirm.PersonOf(principal), cancel);
        return TypedResults.Ok<IReadOnlyList<SignInAnswer>>([
            .. standing.Select(s => new SignInAnswer(
                s.Id,
                s.Device,
                new DateTimeOffset(s.BeganAtTicks, TimeSpan.Zero),
                new DateTimeOffset(s.SeenAtTicks, TimeSpan.Zero),
                s.Id == here
            )),
        ]);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> EndSignIn(
        Guid id,
        ClaimsPrincipal principal,
        SignInSessions sessions,
        CancellationToken cancel
    ) => await sessions.End(id, CurrentFirm.PersonOf(principal), cancel) ? TypedResults.NoContent() : Problems.NotFound("sign-in");

    private static async Task<Results<NoContent, ProblemHttpResult>> SetUpFirm(
        SetUpRequest request,
        HttpContext http,
        KalpaDb db,
        UserManager<Person> people,
        SignInSessions sessions,
        CancellationToken cancel
    )
    {
        string[] names = [request.FirmName, request.Name, request.Email];
        if (names.Any(n => string.IsNullOrWhiteSpace(n) || n.Length > LongestName))
        {
            return Problems.Of(
                StatusCodes.Status400BadRequest,
                "set-up.refused",
                "That cannot be used",
                $"Give the firm's name, your name and your e-mail address, each under {LongestName} characters."
            );
        }
        // Looked for inside the one write transaction: of several who set up at once, the first does it.
        await using var write = await db.BeginWrite(cancel);
        if (await db.Users.AnyAsync(cancel))
        {
            return Problems.Of(StatusCodes.Status409Conflict, "set-up.done", "The firm is set up already", "Sign in instead.");
        }
        var firm = new Firm { Id = Guid.CreateVersion7(), Name = request.FirmName.Trim() };
        db.Firms.Add(firm);
        await db.SaveChangesAsync(cancel);
        var person = new Person
        {
            Id = Guid.CreateVersion7(),
            FirmId = firm.Id,
            UserName = request.Email,
            Email = request.Email,
            DisplayName = request.Name.Trim(),
            Role = "Inspector",
        };
        var made = await people.CreateAsync(person, request.Password);
        if (!made.Succeeded)
        {
            var why = string.Join(" ", made.Errors.Select(e => e.Description));
            return Problems.Of(StatusCodes.Status400BadRequest, "set-up.refused", "That cannot be used", why);
        }
        await write.Commit(cancel);
        await write.DisposeAsync();
        await sessions.Begin(person, http, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<IReadOnlyList<DemoPerson>>> DemoPeople(KalpaDb db, CancellationToken cancel)
    {
        IReadOnlyList<DemoPerson> people = await db
            .Users.Where(p => p.IsDemo)
            .OrderBy(p => p.Role)
            .Select(p => new DemoPerson(p.Id, p.DisplayName, p.Role))
            .ToListAsync(cancel);
        return TypedResults.Ok(people);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignInDemo(
        Guid id,
        HttpContext http,
        KalpaDb db,
        SignInSessions sessions,
        CancellationToken cancel
    )
    {
        var person = await db.Users.FirstOrDefaultAsync(p => p.Id == id && p.IsDemo, cancel);
        if (person is null)
        {
            return Problems.NotFound("demo person");
        }
        await sessions.Begin(person, http, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<PersonAnswer?> Find(KalpaDb db, Guid id, CancellationToken cancel) =>
        await db
            .Users.Where(p => p.Id == id)
            .Join(db.Firms, p => p.FirmId, f => f.Id, (p, f) => new PersonAnswer(p.Id, p.DisplayName, p.Email!, f.Name))
            .FirstOrDefaultAsync(cancel);
}
