using Microsoft.Extensions.FileProviders;

namespace Juvenal.Web.Hosting;

/// <summary>Serves the built front end: hashed assets for a year, the page itself anew each time with its nonce.</summary>
internal static class FrontEnd
{
    private const string NoncePlaceholder = "JUVENAL_CSP_NONCE";

    public static void MapFrontEnd(this WebApplication app)
    {
        var root = app.Configuration["JUVENAL_WEB_ROOT"] ?? Path.Combine(AppContext.BaseDirectory, "web");
        if (!File.Exists(Path.Combine(root, "index.html")))
        {
            app.MapFallback(() =>
                    TypedResults.Problem("The front end is not built: run ./juvenal demo or ./juvenal start.", statusCode: 404)
                )
                .ExcludeFromDescription();
            return;
        }

        var page = File.ReadAllText(Path.Combine(root, "index.html"));
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = new PhysicalFileProvider(Path.GetFullPath(Path.Combine(root, "assets"))),
                RequestPath = "/assets",
                OnPrepareResponse = c => c.Context.Response.Headers.CacheControl = "public, max-age=31536000, immutable",
            }
        );
        app.MapFallback(
                (HttpContext context) =>
                {
                    context.Response.Headers.CacheControl = "no-store";
                    return TypedResults.Content(
                        page.Replace(NoncePlaceholder, SafeHeaders.Nonce(context), StringComparison.Ordinal),
                        "text/html; charset=utf-8"
                    );
                }
            )
            .ExcludeFromDescription();
    }
}
