using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Ical.Net;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Work to come under a private address: one per person, withdrawn by a tap, and nothing else behind it.</summary>
public class CalendarTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Work_to_come_is_fetched_without_a_session_and_moves_with_the_plan()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        var (path, id) = await NewAsync(house.Client);
        using var anybody = house.Stranger();
        var first = await ReadAsync(anybody, path);
        var sow = Of(first, batch, "begin");
        Assert.Equal(("Sow Made-up Red", true), (sow.Summary![..15], sow.IsAllDay));
        Assert.EndsWith($"/n/{house.Nursery}/batches/{batch}", sow.Url!.ToString(), StringComparison.Ordinal);
        Assert.Equal(first.Events.Count, first.Events.Select(e => e.Uid).Distinct().Count());

        // Fixed to another day: the same event, told of as changed.
        var page = await house.GetAsync($"batches/{batch}");
        var day = DateOnly.FromDateTime(sow.Start!.Value).AddDays(3);
        var fix = new JsonObject { ["version"] = (int)page["version"]!, ["day"] = day.ToString("yyyy-MM-dd") };
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/steps/{House.Step(batch, "begin")}/lock", fix)).Status);
        var moved = Of(await ReadAsync(anybody, path), batch, "begin");
        Assert.Equal((sow.Uid, day), (moved.Uid, DateOnly.FromDateTime(moved.Start!.Value)));
        Assert.True(moved.Sequence > sow.Sequence);

        // Ended, it is cancelled, so that programs take it out.
        await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "planned by mistake" });
        var cancelled = Of(await ReadAsync(anybody, path), batch, "begin");
        Assert.Equal(EventStatus.Cancelled, cancelled.Status);
        Assert.True(cancelled.Sequence > moved.Sequence);

        // It was fetched; withdrawn, it opens nothing.
        var mine = (await house.GetAsync("calendar")).AsArray().Single(k => (Guid)k!["id"]! == id)!;
        Assert.NotNull((string?)mine["fetchedAt"]);
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"calendar/{id}"))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.GetAsync(path)).StatusCode);
    }

    [Fact]
    public async Task An_address_is_its_persons_and_ends_with_the_membership()
    {
        var name = "Calendar helper";
        var helper = await house.EnterAsync(await house.AddAsync(name, Role.Helper));
        var (path, id) = await NewAsync(helper);
        using var anybody = house.Stranger();
        Assert.Equal(HttpStatusCode.OK, (await anybody.GetAsync(path)).StatusCode);
        // Nobody else sees or withdraws it, and it is no way in to anything else.
        Assert.DoesNotContain((await house.GetAsync("calendar")).AsArray(), k => (Guid)k!["id"]! == id);
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.DeleteAsync(house.Path($"calendar/{id}"))).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await anybody.GetAsync(house.Path("round"))).StatusCode);
        foreach (var wrong in new[] { path[..^4], path[..^5] + ".ics", "/api/calendar/.ics" })
            Assert.Equal(HttpStatusCode.NotFound, (await anybody.GetAsync(wrong)).StatusCode);
        var account = (Guid)
            (await house.GetAsync("people"))["members"]!.AsArray().Single(m => ((string)m!["name"]!) == name)!["accountId"]!;
        Assert.True((await house.PutAsync($"people/{account}", new JsonObject { ["role"] = null })).Status is 200 or 204);
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.GetAsync(path)).StatusCode);

        for (var i = (await house.GetAsync("calendar")).AsArray().Count; i < CalendarKeys.Most; i++)
            await NewAsync(house.Client);
        Assert.Equal(422, (await house.PostAsync("calendar", new JsonObject())).Status);
        foreach (var key in (await house.GetAsync("calendar")).AsArray())
            await house.Client.DeleteAsync(house.Path($"calendar/{key!["id"]}"));
    }

    [Fact]
    public async Task A_cold_night_rings_and_is_quiet_once_something_was_done()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", Done(await CardAsync(house, batch)));
        await ForecastAsync(house, Day, 3, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        var (path, _) = await NewAsync(house.Client);
        using var anybody = house.Stranger();
        var rings = Assert.Single((await ReadAsync(anybody, path)).Events, e => e.Uid!.StartsWith("tonight-", StringComparison.Ordinal));
        Assert.Equal("DISPLAY", Assert.Single(rings.Alarms).Action);
        Assert.StartsWith("Tonight 3 °C", rings.Summary, StringComparison.Ordinal);
        await AssertReadElsewhereAsync(await anybody.GetStringAsync(path), rings.Uid!);
        await house.PostAsync(
            $"places/{house.Stand}/night",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["did"] = "covered",
                ["evening"] = Day.ToString("yyyy-MM-dd"),
            }
        );
        Assert.DoesNotContain((await ReadAsync(anybody, path)).Events, e => e.Uid!.StartsWith("tonight-", StringComparison.Ordinal));
    }

    /// <summary>
    /// A reader that is not ours (icalendar, from Debian's python3-icalendar): every event with its day, the alarm at four in the afternoon
    /// of the nursery's own zone, whose rules come with it.
    /// </summary>
    private static async Task AssertReadElsewhereAsync(string feed, string night)
    {
        const string read = """
            import sys
            try:
                from icalendar import Calendar
            except ImportError:
                sys.exit(42)
            feed = Calendar.from_ical(sys.stdin.buffer.read())
            zones = [str(zone["TZID"]) for zone in feed.walk("VTIMEZONE")]
            events = feed.walk("VEVENT")
            night, = [event for event in events if event["UID"] == sys.argv[1]]
            start = night["DTSTART"]
            print(len(events) == len({str(event["UID"]) for event in events}), all("SUMMARY" in event for event in events))
            print(start.params["TZID"] in zones, start.dt.strftime("%H:%M"), start.dt.strftime("%z"), len(night.walk("VALARM")))
            """;
        var start = new ProcessStartInfo("/usr/bin/python3", ["-c", read, night])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
        };
        if (!File.Exists(start.FileName))
            Assert.Skip("There is no python3 here: the feed is read by no other reader.");
        using var python = Process.Start(start)!;
        await python.StandardInput.WriteAsync(feed);
        python.StandardInput.Close();
        var said = await python.StandardOutput.ReadToEndAsync();
        await python.WaitForExitAsync();
        if (python.ExitCode == 42)
            Assert.Skip("python3-icalendar is not installed: the feed is read by no other reader.");
        Assert.Equal("True True\nTrue 16:00 +0200 1\n", said);
    }

    private async Task<(string Path, Guid Id)> NewAsync(HttpClient client)
    {
        using var answer = await client.PostAsync(house.Path("calendar"), null);
        var body = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.True(answer.StatusCode == HttpStatusCode.OK, body.ToJsonString());
        return ((string)body["path"]!, (Guid)body["id"]!);
    }

    private static async Task<Ical.Net.Calendar> ReadAsync(HttpClient client, string path)
    {
        using var answer = await client.GetAsync(path);
        Assert.Equal("text/calendar", answer.Content.Headers.ContentType!.MediaType);
        return Ical.Net.Calendar.Load(await answer.Content.ReadAsStringAsync())!;
    }

    private static Ical.Net.CalendarComponents.CalendarEvent Of(Ical.Net.Calendar calendar, Guid batch, string step) =>
        calendar.Events.Single(e => e.Uid!.StartsWith(House.Step(batch, step).ToString(), StringComparison.Ordinal));
}
