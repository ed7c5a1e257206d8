using System.Net;
using System.Security.Cryptography.X509Certificates;
using Juvenal.Web.Hosting;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Beyond this machine: a certificate of its own, or a proxy that is named.</summary>
public sealed class ReachTests(OwnHouse house) : IClassFixture<OwnHouse>, IDisposable
{
    private readonly string _folder = Path.Combine(Path.GetTempPath(), "juvenal-test-" + Guid.NewGuid().ToString("n"));

    [Fact]
    public void A_certificate_is_kept_until_it_runs_out_or_the_machine_has_another_name()
    {
        var clock = new FakeTimeProvider(DateTimeOffset.UtcNow);
        Assert.True(OwnCertificate.Keep(_folder, ["192.0.2.7", "yard.local"], clock));
        Assert.False(OwnCertificate.Keep(_folder, ["192.0.2.7", "yard.local"], clock));
        using (
            var certificate = X509Certificate2.CreateFromPemFile(Path.Combine(_folder, "certificate.pem"), Path.Combine(_folder, "key.pem"))
        )
        {
            Assert.True(certificate.MatchesHostname("192.0.2.7") && certificate.MatchesHostname("yard.local"));
            Assert.False(certificate.MatchesHostname("192.0.2.8"));
            Assert.True((certificate.NotAfter - certificate.NotBefore).TotalDays <= 825);
        }

        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Path.Combine(_folder, "key.pem")));
        Assert.True(OwnCertificate.Keep(_folder, ["192.0.2.8", "yard.local"], clock));
        clock.Advance(TimeSpan.FromDays(800));
        Assert.True(OwnCertificate.Keep(_folder, ["192.0.2.8", "yard.local"], clock));
        File.WriteAllText(Path.Combine(_folder, "certificate.pem"), "broken");
        Assert.True(OwnCertificate.Keep(_folder, ["192.0.2.8", "yard.local"], clock));
    }

    [Theory]
    [InlineData("127.0.0.1", true)]
    [InlineData("192.0.2.66", false)]
    public async Task Only_the_named_proxy_is_believed(string from, bool believed)
    {
        await using var server = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("JUVENAL_DB", house.Cluster.WebOf(house.DatabaseName))
                .UseSetting("Logging:LogLevel:Default", "Warning")
                .UseSetting("JUVENAL_BEHIND", "127.0.0.1")
                .UseSetting("AllowedHosts", "yard.example.org")
                .ConfigureTestServices(s => s.AddSingleton<IStartupFilter>(new From(IPAddress.Parse(from))))
        );
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/session");
        request.Headers.Host = "yard.example.org";
        request.Headers.Add("X-Forwarded-Proto", "https");
        request.Headers.Add("X-Forwarded-For", "198.51.100.4");
        var answer = await server.CreateClient().SendAsync(request);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal(
            believed,
            Assert.Single(answer.Headers.GetValues("Set-Cookie")).Contains("secure", StringComparison.OrdinalIgnoreCase)
        );
    }

    /// <summary>Behind a proxy only its name is answered to; a check on the machine itself asks by whatever name.</summary>
    [Fact]
    public async Task Health_answers_to_a_local_check_and_nothing_else_to_another_name()
    {
        await using var server = house.NewServer(("JUVENAL_BEHIND", "127.0.0.1"), ("AllowedHosts", "yard.example.org"));
        using var client = server.CreateClient();
        foreach (var (path, status) in new[] { ("/healthz", 200), ("/readyz", 200), ("/api/session", 400), ("/", 400) })
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, path);
            request.Headers.Host = "127.0.0.1:5080";
            Assert.Equal((path, status), (path, (int)(await client.SendAsync(request)).StatusCode));
        }
    }

    [Fact]
    public void A_qr_code_has_its_three_corners_and_is_bounded()
    {
        var qr = QrCodes.Of("https://192.0.2.7:5080/invitation#0123456789");
        foreach (var corner in new[] { "M4 4h1v1h-1z", $"M{qr.Size - 5} 4h1v1h-1z", $"M4 {qr.Size - 5}h1v1h-1z" })
            Assert.Contains(corner, qr.Path);
        Assert.DoesNotContain("M3 3h", qr.Path);
        Assert.Throws<Store.Nurseries.RefusedException>(() => QrCodes.Of(new string('x', 301)));
    }

    public void Dispose()
    {
        if (Directory.Exists(_folder))
            Directory.Delete(_folder, recursive: true);
    }

    private sealed class From(IPAddress address) : IStartupFilter
    {
        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            app =>
            {
                app.Use(
                    (context, after) =>
                    {
                        context.Connection.RemoteIpAddress = address;
                        return after(context);
                    }
                );
                next(app);
            };
    }
}
