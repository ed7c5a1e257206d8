using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using Juvenal.Store;
using Juvenal.Store.Keys;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;
using Juvenal.Web.Beds;
using Juvenal.Web.Calc;
using Juvenal.Web.Calendar;
using Juvenal.Web.Care;
using Juvenal.Web.Catalogue;
using Juvenal.Web.Labels;
using Juvenal.Web.Plans;
using Juvenal.Web.Problems;
using Juvenal.Web.Round;
using Juvenal.Web.Seeds;
using Juvenal.Web.Selling;
using Juvenal.Web.Site;
using Juvenal.Web.Trays;
using Juvenal.Web.Troubles;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.Extensions.Options;

namespace Juvenal.Web.Hosting;

public static class Server
{
    /// <summary>A body larger than this is refused: nothing that a person types comes near.</summary>
    private const long LargestBody = 256 * 1024;

    public static WebApplication Build(string[] args)
    {
        var builder = WebApplication.CreateBuilder(args);
        builder.WebHost.ConfigureKestrel(o =>
        {
            o.AddServerHeader = false;
            o.Limits.MaxRequestBodySize = LargestBody;
        });
        builder.Services.Configure<JsonOptions>(o => Strict(o.SerializerOptions));
        builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
        builder.Services.AddSingleton(DemoHour.Of(builder.Configuration["JUVENAL_DEMO_HOUR"]));
        builder.Services.AddSingleton(_ => Database.Source(builder.Configuration["JUVENAL_DB"] ?? Settings.Required("JUVENAL_DB")));
        builder.Services.AddSingleton<Database>();
        builder.Services.AddSingleton<Planning>();
        builder.Services.AddSingleton<Writer>();
        builder.Services.AddSingleton<Devices.Collector>();
        // The first of all: before the one that looks at the names.
        builder.Services.Insert(0, ServiceDescriptor.Transient<IStartupFilter, Health>());
        builder.Logging.AddTimes();
        // It warns at each start that the keys lie unencrypted: they lie in the database, behind its own password.
        builder.Logging.AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        builder.Services.AddProblemDetails(o => o.CustomizeProblemDetails = ProblemMapper.SayWhatIsTaken);
        builder.Services.AddExceptionHandler<ProblemMapper>();
        builder.Services.AddOpenApi(o => o.AddSchemaTransformer(PlainNumbers.Transform));
        // Nothing secret is answered beside something that a stranger can choose, so that packed answers give nothing away over HTTPS.
        builder.Services.AddResponseCompression(o =>
        {
            o.EnableForHttps = true;
            o.Providers.Add<GzipCompressionProvider>();
            o.MimeTypes = ["application/json", "application/problem+json", "text/html", "text/csv"];
        });
        builder.Services.Configure<GzipCompressionProviderOptions>(o => o.Level = System.IO.Compression.CompressionLevel.Fastest);
        builder.Services.AddRequestTimeouts();
        builder
            .Services.AddOptions<RequestTimeoutOptions>()
            .Configure<Limits>((o, limits) => o.DefaultPolicy = new() { Timeout = limits.Request, TimeoutStatusCode = 503 });
        if (!IsWritingOpenApi)
        {
            builder.Services.AddHostedService<Refolding>();
            builder.Services.AddHostedService<DayWatch>();
        }

        builder.Services.AddDataProtection().SetApplicationName("Juvenal");
        builder.Services.AddSingleton<KeyStore>();
        builder.Services.AddSingleton<KeyRing>();
        // The key ring is read at start; while the API is written down there is no database.
        if (!IsWritingOpenApi)
            builder.Services.AddSingleton<IConfigureOptions<KeyManagementOptions>, KeyRingOptions>();
        builder.AddSignIn();

        var app = builder.Build();
        if (builder.Configuration["JUVENAL_BEHIND"] is { Length: > 0 })
            app.UseForwardedHeaders();
        app.UseMiddleware<HeadRequests>();
        app.UseRouting();
        app.UseMiddleware<RequestLog>();
        app.UseMiddleware<SafeHeaders>();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseResponseCompression();
        app.UseRequestTimeouts();
        app.UseRateLimiter();
        app.UseAuthentication();
        app.UseMiddleware<AccessCheck>();
        app.MapOpenApi("/openapi/{documentName}.json");
        var api = app.MapGroup("/api").AddEndpointFilter(NoHoles.FilterAsync);
        api.MapCalculators();
        api.MapSession();
        api.MapInvitations();
        api.MapImport();
        api.MapCalendarFeed();
        var nursery = api.MapGroup("/nurseries/{nursery:guid}");
        nursery.MapPeople();
        nursery.MapExport();
        nursery.MapSite();
        nursery.MapWeather();
        nursery.MapSeeds();
        nursery.MapCatalogue();
        nursery.MapPlans();
        nursery.MapSeveral();
        nursery.MapPlanning();
        nursery.MapBatches();
        nursery.MapRound();
        nursery.MapTrays();
        nursery.MapReadings();
        nursery.MapStart();
        nursery.MapMixes();
        nursery.MapBeds();
        nursery.MapSales();
        nursery.MapSeasonEnd();
        nursery.MapFeeding();
        nursery.MapTroubles();
        nursery.MapCare();
        nursery.MapSowing();
        nursery.MapLabels();
        nursery.MapCalendar();
        app.MapShortLinks();
        app.UseFrontEnd();
        return app;
    }

    public static async Task StartAsync(WebApplication app)
    {
        if (!IsWritingOpenApi)
            await app.Services.GetRequiredService<Database>().RefuseWhatIsNotOursAsync(CancellationToken.None);

        await app.RunAsync();
    }

    /// <summary>The build runs the program to write down its API; there is no database then.</summary>
    private static bool IsWritingOpenApi => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    private static void Strict(JsonSerializerOptions json)
    {
        json.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        json.RespectRequiredConstructorParameters = true;
        json.RespectNullableAnnotations = true;
        json.NumberHandling = JsonNumberHandling.Strict;
        json.PropertyNameCaseInsensitive = false;
        json.AllowDuplicateProperties = false;
        json.Converters.Add(new PlainText());
        json.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false));
    }
}
