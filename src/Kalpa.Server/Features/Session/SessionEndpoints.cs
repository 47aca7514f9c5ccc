using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Model;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Session;

/// <summary>Who is signed in, signing in and out, and the first set-up of a firm. The only endpoints that answer without sign-in.</summary>
public static class SessionEndpoints
{
    public static void MapSession(this IEndpointRouteBuilder api)
    {
        var open = api.MapGroup("/").AllowAnonymous();
        open.MapGet("session", Get).WithName("getSession");
        open.MapPost("session", SignIn).WithName("signIn").ProducesProblem(StatusCodes.Status401Unauthorized);
        open.MapPost("set-up", SetUpFirm).WithName("setUpFirm").ProducesProblem(StatusCodes.Status409Conflict);
        api.MapDelete("session", SignOut).WithName("signOut");
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
        CancellationToken cancel
    )
    {
        var token = antiForgery.GetAndStoreTokens(http).RequestToken!;
        var person = http.User.Identity?.IsAuthenticated == true ? await Find(db, CurrentFirm.PersonOf(http.User), cancel) : null;
        return TypedResults.Ok(new SessionAnswer(person, token, settings.Demo, !await db.Users.AnyAsync(cancel)));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SignIn(SignInRequest request, SignInManager<Person> signIn)
    {
        var person = await signIn.UserManager.FindByEmailAsync(request.Email);
        var result = person is null
            ? SignInResult.Failed
            : await signIn.PasswordSignInAsync(person, request.Password, isPersistent: true, lockoutOnFailure: true);
        if (result.IsLockedOut)
        {
            return Problems.Of(
                StatusCodes.Status401Unauthorized,
                "session.locked-out",
                "Too many wrong passwords",
                "Wait a quarter of an hour, then try again."
            );
        }
        return result.Succeeded
            ? TypedResults.NoContent()
            : Problems.Of(StatusCodes.Status401Unauthorized, "session.wrong", "E-mail or password is wrong", "Check both and try again.");
    }

    private static async Task<NoContent> SignOut(SignInManager<Person> signIn)
    {
        await signIn.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetUpFirm(
        SetUpRequest request,
        KalpaDb db,
        SignInManager<Person> signIn,
        CancellationToken cancel
    )
    {
        if (await db.Users.AnyAsync(cancel))
        {
            return Problems.Of(StatusCodes.Status409Conflict, "set-up.done", "The firm is set up already", "Sign in instead.");
        }
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
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
        var made = await signIn.UserManager.CreateAsync(person, request.Password);
        if (!made.Succeeded)
        {
            var why = string.Join(" ", made.Errors.Select(e => e.Description));
            return Problems.Of(StatusCodes.Status400BadRequest, "set-up.refused", "That cannot be used", why);
        }
        await transaction.CommitAsync(cancel);
        await signIn.SignInAsync(person, isPersistent: true);
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
        KalpaDb db,
        SignInManager<Person> signIn,
        CancellationToken cancel
    )
    {
        var person = await db.Users.FirstOrDefaultAsync(p => p.Id == id && p.IsDemo, cancel);
        if (person is null)
        {
            return Problems.NotFound("demo person");
        }
        await signIn.SignInAsync(person, isPersistent: true);
        return TypedResults.NoContent();
    }

    private static async Task<PersonAnswer?> Find(KalpaDb db, Guid id, CancellationToken cancel) =>
        await db
            .Users.Where(p => p.Id == id)
            .Join(db.Firms, p => p.FirmId, f => f.Id, (p, f) => new PersonAnswer(p.Id, p.DisplayName, p.Email!, f.Name))
            .FirstOrDefaultAsync(cancel);
}
