using System.Net;
using System.Security.Cryptography;

namespace Kalpa.Server.SetUp;

/// <summary>Headers of every answer: request id, content security policy without inline script, and their company.</summary>
public static class PageSecurity
{
    private const string NonceKey = "kalpa:nonce";
    private const int NonceBytes = 18;

    public static string NonceOf(HttpContext http) => (string)http.Items[NonceKey]!;

    public static void UsePageSecurity(this IApplicationBuilder app) =>
        app.Use(
            (http, next) =>
            {
                var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(NonceBytes));
                http.Items[NonceKey] = nonce;
                var headers = http.Response.Headers;
                headers["X-Request-Id"] = http.TraceIdentifier;
                headers.ContentSecurityPolicy = Policy(nonce);
                headers.XContentTypeOptions = "nosniff";
                headers["Referrer-Policy"] = "same-origin";
                headers["Permissions-Policy"] = "camera=(self), microphone=(self), geolocation=(self)";
                if (http.Request.IsHttps && !IsLoopback(http.Request.Host.Host))
                {
                    headers.StrictTransportSecurity = "max-age=31536000";
                }
                if (http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase))
                {
                    // Somebody's data: kept by nobody on the way, unless an answer says itself that it may be.
                    http.Response.OnStarting(() =>
                    {
                        headers.CacheControl = headers.CacheControl.Count == 0 ? "no-store" : headers.CacheControl;
                        return Task.CompletedTask;
                    });
                }
                return IsOpenToOthers(http) ? Refuse(http) : next(http);
            }
        );

    private static bool IsLoopback(string host) =>
        host.Equals("localhost", StringComparison.OrdinalIgnoreCase)
        || (IPAddress.TryParse(host.Trim('[', ']'), out var ip) && IPAddress.IsLoopback(ip));

    /// <summary>Passwords and photos never cross a network unencrypted; on this machine there is none to cross.</summary>
    private static bool IsOpenToOthers(HttpContext http) =>
        !http.Request.IsHttps
        && http.Connection.RemoteIpAddress is { } remote
        && !IPAddress.IsLoopback(remote.IsIPv4MappedToIPv6 ? remote.MapToIPv4() : remote);

    private static Task Refuse(HttpContext http) =>
        Problems
            .Of(
                StatusCodes.Status403Forbidden,
                "session.not-encrypted",
                "Only by https",
                "Kalpa answers other devices by https only. Start it with --cert and --key, or put a proxy with https in front of it."
            )
            .ExecuteAsync(http);

    // 'wasm-unsafe-eval' lets the browser core compile; it allows no script. Styles carry the nonce.
    private static string Policy(string nonce) =>
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; "
        + $"style-src 'self' 'nonce-{nonce}'; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self'; "
        + "frame-src 'self'; frame-ancestors 'self'; object-src 'none'; base-uri 'self'; form-action 'self'";
}
