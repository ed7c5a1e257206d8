using System.Net;
using System.Threading.RateLimiting;
using Juvenal.Web.Accounts;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.RateLimiting;

namespace Juvenal.Web.Hosting;

/// <summary>Cookies, tokens, limits of sign-ins, and which names and proxies the server answers to.</summary>
internal static class SignInServices
{
    public static void AddSignIn(this WebApplicationBuilder builder)
    {
        var services = builder.Services;
        services.AddSingleton(s => Limits.Of(s.GetRequiredService<IConfiguration>()));
        services.AddSingleton<SignInOptions>();
        services.AddSingleton(_ => new Passwords());
        services.AddScoped<RequestUser>();
        services.AddScoped<Sessions>();
        services.AddScoped<NewAccounts>();
        services.AddScoped<Invitations>();
        services.AddHttpContextAccessor();
        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(o =>
            {
                o.Cookie.Name = "juvenal-session";
                o.Cookie.HttpOnly = true;
                o.Cookie.SameSite = SameSiteMode.Strict;
                o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                o.ExpireTimeSpan = TimeSpan.FromDays(30);
                o.SlidingExpiration = true;
            });
        services.AddAntiforgery(o =>
        {
            o.HeaderName = SessionEndpoints.TokenHeader;
            o.Cookie.Name = "juvenal-antiforgery";
            o.Cookie.SameSite = SameSiteMode.Strict;
            o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            o.Cookie.HttpOnly = true;
        });
        // It warns about each session answer, whose headers are the stricter ones.
        builder.Logging.AddFilter("Microsoft.AspNetCore.Antiforgery", LogLevel.Error);
        services.AddRateLimiter(_ => { });
        services
            .AddOptions<RateLimiterOptions>()
            .Configure<Limits>(
                (o, limits) =>
                {
                    o.GlobalLimiter = PartitionedRateLimiter.CreateChained(
                        PartitionedRateLimiter.Create<HttpContext, string>(c =>
                            IsSlow(c)
                                ? RateLimitPartition.GetSlidingWindowLimiter(
                                    "from " + c.Connection.RemoteIpAddress,
                                    _ =>
                                        new()
                                        {
                                            PermitLimit = limits.SignInsAMinute,
                                            Window = TimeSpan.FromMinutes(1),
                                            SegmentsPerWindow = 6,
                                        }
                                )
                                : RateLimitPartition.GetNoLimiter("not slow")
                        ),
                        PartitionedRateLimiter.Create<HttpContext, string>(c =>
                            IsSlow(c)
                                ? RateLimitPartition.GetConcurrencyLimiter(
                                    "slow",
                                    _ =>
                                        new()
                                        {
                                            PermitLimit = limits.SignInsAtOnce,
                                            QueueLimit = limits.SignInsWaiting,
                                            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
                                        }
                                )
                                : RateLimitPartition.GetNoLimiter("not slow")
                        )
                    );
                    o.OnRejected = async (context, cancel) =>
                    {
                        context.HttpContext.Response.Headers.RetryAfter = "60";
                        await Results
                            .Problem(title: "Too many tries. Wait a minute, then try again.", statusCode: 429)
                            .ExecuteAsync(context.HttpContext);
                    };
                }
            );

        // A page of another site that points its own name at this machine must not be answered: the names are listed.
        services.PostConfigure<HostFilteringOptions>(o =>
        {
            if (builder.Configuration["AllowedHosts"] is null)
                o.AllowedHosts = ["localhost", "127.0.0.1", "[::1]"];
        });
        if (builder.Configuration["JUVENAL_BEHIND"] is { Length: > 0 } proxy)
        {
            services.Configure<ForwardedHeadersOptions>(o =>
            {
                o.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto;
                o.KnownProxies.Clear();
                o.KnownIPNetworks.Clear();
                o.KnownProxies.Add(IPAddress.Parse(proxy));
            });
        }
    }

    private static bool IsSlow(HttpContext context) => context.GetEndpoint()?.Metadata.GetMetadata<PasswordWork>() is not null;
}
