using System.Collections.Concurrent;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;

namespace Juvenal.Web.Devices;

/// <summary>Asks a nursery's station, probe and forecaster what is new, and keeps it.</summary>
internal sealed class Collector(IConfiguration configuration)
{
    /// <summary>Days back from today that are asked for; older ones are brought in as a record.</summary>
    private const int MostDays = 400;

    /// <summary>Hex digits of a nursery's id that name its folder: the random end, so that two are never the same.</summary>
    private const int NameLength = 12;

    private readonly ConcurrentDictionary<Guid, string> _notes = new();

    /// <summary>What went wrong the last time; null where nothing did.</summary>
    public string? NoteOf(Guid nursery) => _notes.GetValueOrDefault(nursery);

    /// <summary>The folder of a nursery, where readings may be dropped. One that was made under its whole id stays in use.</summary>
    public string FolderOf(Guid nursery)
    {
        var all = configuration["JUVENAL_DROP"] ?? Path.Combine(Path.GetTempPath(), "juvenal-drop");
        var whole = Path.Combine(all, nursery.ToString());
        return Directory.Exists(whole) ? whole : Path.Combine(all, nursery.ToString("n")[^NameLength..]);
    }

    /// <summary>Keeps what is new, and makes anew what the record comes to.</summary>
    /// <returns>False where nothing is new.</returns>
    public async Task<bool> CollectAsync(NurseryTransaction writing, SiteRow site, DateOnly today, CancellationToken cancel)
    {
        if (site.Devices is not { } devices || devices == DeviceChoice.None)
            return false;
        var store = new RecordStore(writing);
        var (changed, notes) = (false, new List<string>());
        // One that cannot be read does not keep the others from being.
        foreach (var ask in new[] { WeatherAsync, SoilAsync, ForecastAsync })
        {
            try
            {
                if (new[] { devices.Station, devices.Probe, devices.Forecast }.Contains(DeviceSource.Folder))
                    Directory.CreateDirectory(FolderOf(writing.Nursery));
                changed |= await ask(store, devices, writing.Nursery, today, cancel);
            }
            catch (Exception e) when (e is DeviceException or IOException or UnauthorizedAccessException)
            {
                notes.Add(e is DeviceException ? e.Message : $"The folder {FolderOf(writing.Nursery)} cannot be read.");
            }
        }

        if (changed)
            await new RecordWriter(writing).RecomputeAsync(site, cancel);
        if (notes.Count == 0)
            _notes.TryRemove(writing.Nursery, out _);
        else
            _notes[writing.Nursery] = string.Join(' ', notes.Distinct());
        return changed;
    }

    private async Task<bool> WeatherAsync(RecordStore store, DeviceChoice devices, Guid nursery, DateOnly today, CancellationToken cancel)
    {
        if (Device(devices.Station, nursery) is not IStation station)
            return false;
        // Yesterday's is whole; today's lowest may still come.
        var from = From(devices.Station, (await store.SpanAsync(cancel))?.Last, today);
        if (from > today.AddDays(-1))
            return false;
        var known = (await store.DaysAsync(cancel, from)).ToHashSet();
        List<WeatherDay> news = [.. WeatherChecks.Of(station.Readings(from, today.AddDays(-1))).Days.Where(d => !known.Contains(d))];
        return news.Count > 0 && await store.PutAsync(news, imported: false, cancel) > 0;
    }

    private async Task<bool> SoilAsync(RecordStore store, DeviceChoice devices, Guid nursery, DateOnly today, CancellationToken cancel)
    {
        if (Device(devices.Probe, nursery) is not IProbe probe)
            return false;
        var known = (await store.SoilReadingsAsync(today.AddDays(-MostDays), cancel)).FindAll(r => !r.Hand);
        var from = From(devices.Probe, known.Count == 0 ? today.AddDays(-RecordStore.CalibrationDays) : known.Max(r => r.Day), today);
        if (from > today)
            return false;
        var read = known.ToDictionary(r => (r.Day, r.Surface), r => r.Celsius);
        List<SoilRow> news =
        [
            .. probe
                .Readings(from, today)
                .Where(r => r.Celsius is >= -30 and <= 60 && !(read.TryGetValue((r.Day, r.Surface), out var was) && was == r.Celsius))
                .Select(r => new SoilRow(Guid.CreateVersion7(), r.Day, r.Surface, r.Celsius, Hand: false)),
        ];
        await store.AddSoilAsync(news, cancel);
        return news.Count > 0;
    }

    /// <summary>
    /// From when on a device is asked. A file is read anew each time, from as far back as is taken: a night may come late, or be put right.
    /// A stand-in never changes its mind.
    /// </summary>
    private static DateOnly From(DeviceSource source, DateOnly? last, DateOnly today)
    {
        var earliest = today.AddDays(-MostDays);
        return source == DeviceSource.StandIn && last >= earliest ? last.Value.AddDays(1) : earliest;
    }

    private async Task<bool> ForecastAsync(RecordStore store, DeviceChoice devices, Guid nursery, DateOnly today, CancellationToken cancel)
    {
        if (Device(devices.Forecast, nursery) is not IForecaster forecaster)
            return false;
        var known = await store.ForecastAsync(today, cancel);
        if (forecaster.MadeOn(today) is not { } forecast)
            return false;
        List<ForecastRow> rows =
        [
            .. forecast
                .Days.Where(d =>
                    d is { MinimumC: >= WeatherChecks.ColdestC, MaximumC: <= WeatherChecks.HottestC } && d.MinimumC <= d.MaximumC
                )
                .Select(d => ForecastRow.Of(d, forecast.MadeOn)),
        ];
        if (
            rows.Select(r => (r.Day, r.MinimumC, r.MaximumC, r.Wind))
                .SequenceEqual(known.Select(k => (k.Day, k.MinimumC, k.MaximumC, k.Wind)))
        )
            return false;
        await store.PutForecastAsync(rows, cancel, keepWarnings: true);
        return true;
    }

    private object? Device(DeviceSource source, Guid nursery) =>
        source switch
        {
            DeviceSource.StandIn => StandIns.All,
            DeviceSource.Folder => new DropFolder(FolderOf(nursery)),
            _ => null,
        };
}
