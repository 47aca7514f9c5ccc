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
                return next(http);
            }
        );

    // 'wasm-unsafe-eval' lets the browser core compile; it allows no script. Styles carry the nonce.
    private static string Policy(string nonce) =>
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; "
        + $"style-src 'self' 'nonce-{nonce}'; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self'; "
        + "frame-src 'self'; frame-ancestors 'self'; object-src 'none'; base-uri 'self'; form-action 'self'";
}
