using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Juvenal.Web.Hosting;

/// <summary>Serves the built front end: hashed assets for a year, the page itself anew each time with its nonce.</summary>
internal static class FrontEnd
{
    public const string Assets = "/assets";
    private const string Packed = ".br";
    private const string NoncePlaceholder = "JUVENAL_CSP_NONCE";

    public static void UseFrontEnd(this WebApplication app)
    {
        var root = app.Configuration["JUVENAL_WEB_ROOT"] ?? Path.Combine(AppContext.BaseDirectory, "web");
        if (!File.Exists(Path.Combine(root, "index.html")))
        {
            UsePage(app, _ => Results.Problem("The front end is not built: run ./juvenal demo or ./juvenal start.", statusCode: 404));
            return;
        }

        var page = File.ReadAllText(Path.Combine(root, "index.html"));
        var assets = new PhysicalFileProvider(Path.GetFullPath(Path.Combine(root, "assets")));
        app.Use((context, next) => TakePackedAsync(context, assets, next));
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = assets,
                RequestPath = Assets,
                // A packed file is of the kind that it is packed from.
                ContentTypeProvider = new PackedTypes(),
                OnPrepareResponse = c =>
                {
                    c.Context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
                    c.Context.Response.Headers.Vary = "Accept-Encoding";
                    if (c.File.Name.EndsWith(Packed, StringComparison.Ordinal))
                        c.Context.Response.Headers.ContentEncoding = "br";
                },
            }
        );
        UsePage(
            app,
            context =>
            {
                context.Response.Headers.CacheControl = "no-store";
                return Results.Content(
                    page.Replace(NoncePlaceholder, SafeHeaders.Nonce(context), StringComparison.Ordinal),
                    "text/html; charset=utf-8"
                );
            }
        );
    }

    /// <summary>
    /// Every address that is nothing else is the page's, but none of the API's: one of those that is none must not be answered with the page.
    /// No endpoint of its own: one that takes any address would answer for those that take another method.
    /// </summary>
    private static void UsePage(WebApplication app, Func<HttpContext, IResult> answer) =>
        app.Use(
            (context, next) =>
                context.GetEndpoint() is null
                && HttpMethods.IsGet(context.Request.Method)
                && !context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal)
                    ? answer(context).ExecuteAsync(context)
                    : next(context)
        );

    /// <summary>Scripts and styles were packed when they were built; who can unpack them gets them so.</summary>
    private static Task TakePackedAsync(HttpContext context, PhysicalFileProvider assets, RequestDelegate next)
    {
        var request = context.Request;
        if (
            request.Path.StartsWithSegments(Assets, out var file)
            && request.Headers.AcceptEncoding.ToString().Split(',').Any(e => e.Split(';')[0].Trim() == "br")
            && assets.GetFileInfo(file.Value + Packed).Exists
        )
        {
            request.Path += Packed;
        }

        return next(context);
    }

    private sealed class PackedTypes : IContentTypeProvider
    {
        private readonly FileExtensionContentTypeProvider _plain = new();

        public bool TryGetContentType(string subpath, [System.Diagnostics.CodeAnalysis.MaybeNullWhen(false)] out string contentType) =>
            _plain.TryGetContentType(
                subpath.EndsWith(Packed, StringComparison.Ordinal) ? subpath[..^Packed.Length] : subpath,
                out contentType
            );
    }
}
