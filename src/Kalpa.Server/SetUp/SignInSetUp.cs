using System.Security.Claims;
using Kalpa.Server.Features.Session;
using Kalpa.Store;
using Kalpa.Store.Model;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace Kalpa.Server.SetUp;

/// <summary>Sign-in by cookie with the sessions kept on the server, and anti-forgery on everything that changes something.</summary>
public static class SignInSetUp
{
    public const string AntiForgeryHeader = "X-Kalpa-Token";

    private static readonly TimeSpan SignInLasts = TimeSpan.FromDays(14);

    public static void AddKalpaSignIn(this IServiceCollection services, DataFolder folder)
    {
        services
            .AddIdentityCore<Person>(options =>
            {
                options.User.RequireUniqueEmail = true;
                options.Password.RequiredLength = PasswordRules.LeastLength;
                options.Password.RequireNonAlphanumeric = false;
                options.Password.RequireUppercase = false;
                options.Password.RequireDigit = false;
            })
            .AddEntityFrameworkStores<KalpaDb>()
            .AddPasswordValidator<PasswordRules>()
            .AddClaimsPrincipalFactory<PersonClaims>()
            .AddSignInManager();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, SetCookie);
        services.AddScoped<SignInSessions>();
        services.AddSingleton<SignInLimits>();
        services.AddAuthorization();
        services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(folder.Keys)).SetApplicationName("Kalpa");
        services.AddAntiforgery(options =>
        {
            options.HeaderName = AntiForgeryHeader;
            options.Cookie.Name = "kalpa-forgery";
            options.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            options.Cookie.SameSite = SameSiteMode.Strict;
            options.SuppressXFrameOptionsHeader = true;
        });
    }

    private static void SetCookie(CookieAuthenticationOptions options)
    {
        options.Cookie.Name = "kalpa";
        options.Cookie.HttpOnly = true;
        options.Cookie.SameSite = SameSiteMode.Strict;
        options.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        options.ExpireTimeSpan = SignInLasts;
        options.SlidingExpiration = true;
        options.Events.OnValidatePrincipal = Validate;
        // The front end shows the sign-in itself: an answer, never a redirect.
        options.Events.OnRedirectToLogin = context => Answer(context, StatusCodes.Status401Unauthorized);
        options.Events.OnRedirectToAccessDenied = context => Answer(context, StatusCodes.Status403Forbidden);
    }

    /// <summary>A cookie counts only while its sign-in stands on the server.</summary>
    private static async Task Validate(CookieValidatePrincipalContext context)
    {
        var sessions = context.HttpContext.RequestServices.GetRequiredService<SignInSessions>();
        if (context.Principal is null || !await sessions.Stands(context.Principal, context.HttpContext.RequestAborted))
        {
            context.RejectPrincipal();
        }
    }

    private static Task Answer(RedirectContext<CookieAuthenticationOptions> context, int status)
    {
        context.Response.StatusCode = status;
        return Task.CompletedTask;
    }
}

/// <summary>Puts the firm into the cookie.</summary>
public sealed class PersonClaims(UserManager<Person> people, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<Person>(people, options)
{
    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaim(new Claim(CurrentFirm.FirmClaim, user.FirmId.ToString()));
        return identity;
    }
}

/// <summary>Refuses a change without the page's token, and one that is sent for somebody else than who is signed in.</summary>
public sealed class AntiForgeryFilter(IAntiforgery antiForgery) : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var http = context.HttpContext;
        var changes = !(HttpMethods.IsGet(http.Request.Method) || HttpMethods.IsHead(http.Request.Method));
        if (changes && !await antiForgery.IsRequestValidAsync(http))
        {
            return Problems.Of(
                StatusCodes.Status400BadRequest,
                "session.stale-token",
                "The page is out of date",
                "Load the session again and repeat; nothing was changed."
            );
        }
        if (changes && IsForAnother(http))
        {
            return Problems.Of(
                StatusCodes.Status409Conflict,
                "session.other-person",
                "Another person is signed in",
                "What was recorded by one person is never sent under another's name. Sign in as the person who recorded it."
            );
        }
        return await next(context);
    }

    /// <summary>A device says for whom it sends; the cookie may by now be another person's.</summary>
    private static bool IsForAnother(HttpContext http) =>
        http.Request.Headers["X-Kalpa-Person"].FirstOrDefault() is { Length: > 0 } person
        && http.User.Identity?.IsAuthenticated == true
        && !(Guid.TryParse(person, out var id) && id == CurrentFirm.PersonOf(http.User));
}
