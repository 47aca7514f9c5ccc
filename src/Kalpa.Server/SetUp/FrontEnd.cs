using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace Kalpa.Server.SetUp;

/// <summary>Serves the built front end and the browser core. The page gets its nonce; a compressed twin goes out where one lies beside a file.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__NONCE__";

    public static void UseFrontEnd(this WebApplication app, KalpaSettings settings)
    {
        if (settings.UiFolder.Length == 0)
        {
            return;
        }
        var files = new List<IFileProvider> { new PhysicalFileProvider(Path.GetFullPath(settings.UiFolder)) };
        if (settings.CoreFolder.Length > 0)
        {
            files.Add(new PhysicalFileProvider(Path.GetFullPath(settings.CoreFolder)));
        }
        var all = new CompositeFileProvider(files);
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[".wasm"] = "application/wasm";
        types.Mappings[".dat"] = "application/octet-stream";
        types.Mappings[".webmanifest"] = "application/manifest+json";
        types.Mappings[".br"] = "application/octet-stream";
        app.Use(
            (http, next) =>
            {
                PreferBrotli(http, all, types);
                return next(http);
            }
        );
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = all,
                ContentTypeProvider = types,
                OnPrepareResponse = Prepare,
            }
        );
    }

    /// <summary>Every address that is no file and no data is the page; its router shows what belongs there.</summary>
    public static void MapFrontEndPage(this WebApplication app, KalpaSettings settings)
    {
        if (settings.UiFolder.Length == 0)
        {
            return;
        }
        var page = File.ReadAllText(Path.Combine(settings.UiFolder, "index.html"));
        app.MapFallback(http =>
            {
                http.Response.ContentType = "text/html; charset=utf-8";
                http.Response.Headers.CacheControl = "no-store";
                return http.Response.WriteAsync(
                    page.Replace(NoncePlace, PageSecurity.NonceOf(http), StringComparison.Ordinal),
                    http.RequestAborted
                );
            })
            .AllowAnonymous();
    }

    private const string OriginalPath = "kalpa:path";

    private static void PreferBrotli(HttpContext http, CompositeFileProvider files, FileExtensionContentTypeProvider types)
    {
        var path = http.Request.Path.Value ?? "";
        if (path == "/index.html")
        {
            // The bare file has no nonce: the fallback writes the page.
            http.Request.Path = "/";
            return;
        }
        var takesBrotli = http.Request.Headers[HeaderNames.AcceptEncoding].Any(v => v?.Contains("br", StringComparison.Ordinal) == true);
        if (takesBrotli && types.TryGetContentType(path, out _) && files.GetFileInfo(path + ".br").Exists)
        {
            http.Items[OriginalPath] = path;
            http.Request.Path = path + ".br";
        }
    }

    private static void Prepare(StaticFileResponseContext context)
    {
        var http = context.Context;
        var hashed = http.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal);
        http.Response.Headers.CacheControl = hashed ? "public, max-age=31536000, immutable" : "no-cache";
        http.Response.Headers.Vary = HeaderNames.AcceptEncoding;
        if (http.Items[OriginalPath] is string path)
        {
            http.Response.Headers.ContentEncoding = "br";
            http.Response.ContentType = path switch
            {
                _ when path.EndsWith(".wasm", StringComparison.Ordinal) => "application/wasm",
                _ when path.EndsWith(".js", StringComparison.Ordinal) => "text/javascript",
                _ when path.EndsWith(".css", StringComparison.Ordinal) => "text/css",
                _ => "application/octet-stream",
            };
        }
    }
}
