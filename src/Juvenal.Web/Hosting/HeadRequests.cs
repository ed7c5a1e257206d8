namespace Juvenal.Web.Hosting;

/// <summary>HEAD is answered where GET is, as GET would be, without the body.</summary>
internal sealed class HeadRequests(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context)
    {
        if (!HttpMethods.IsHead(context.Request.Method))
        {
            await next(context);
            return;
        }

        context.Request.Method = HttpMethods.Get;
        var body = context.Response.Body;
        context.Response.Body = Stream.Null;
        try
        {
            await next(context);
        }
        finally
        {
            (context.Request.Method, context.Response.Body) = (HttpMethods.Head, body);
        }
    }
}
