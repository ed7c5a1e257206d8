using System.Security.Cryptography;

namespace Juvenal.Web.Hosting;

/// <summary>The headers that every answer carries, and the nonce that the page's own scripts and styles carry.</summary>
internal sealed class SafeHeaders(RequestDelegate next)
{
    private const string Key = "csp-nonce";

    public static string Nonce(HttpContext context) => (string)context.Items[Key]!;

    public Task InvokeAsync(HttpContext context)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(18));
        context.Items[Key] = nonce;
        // At the start of the answer, so that an error's answer, which begins anew, carries them too.
        context.Response.OnStarting(() =>
        {
            Write(context, nonce);
            return Task.CompletedTask;
        });
        return next(context);
    }

    private static void Write(HttpContext context, string nonce)
    {
        var headers = context.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        // A script or a typeface opens nothing by itself: the page's own policy holds for it, and thirty of them carry no copy each.
        if (context.Request.Path.StartsWithSegments(FrontEnd.Assets) && context.Response.StatusCode < StatusCodes.Status400BadRequest)
            return;
        headers.ContentSecurityPolicy =
            $"default-src 'none'; script-src 'self' 'nonce-{nonce}'; style-src 'self' 'nonce-{nonce}'; font-src 'self'; img-src 'self' data:; "
            + "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
        headers.XFrameOptions = "DENY";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
        if (context.Request.Path.StartsWithSegments("/api"))
            headers.CacheControl = "no-store";
    }
}
