using System.Collections.Concurrent;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;

namespace Juvenal.Web.Devices;

/// <summary>Asks a nursery's station, probe and forecaster what is new, and keeps it.</summary>
internal sealed class Collector(IConfiguration configuration)
{
    /// <summary>A station that was away is asked for so many days at most.</summary>
    private const int MostDays = 400;

    private readonly ConcurrentDictionary<Guid, string> _notes = new();

    /// <summary>What went wrong the last time; null where nothing did.</summary>
    public string? NoteOf(Guid nursery) => _notes.GetValueOrDefault(nursery);

    /// <summary>The folder of a nursery, where readings may be dropped.</summary>
    public string FolderOf(Guid nursery) =>
        Path.Combine(configuration["JUVENAL_DROP"] ?? Path.Combine(Path.GetTempPath(), "juvenal-drop"), nursery.ToString());

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
                changed |= await ask(store, devices, writing.Nursery, today, cancel);
            }
            catch (Exception e) when (e is DeviceException or IOException or UnauthorizedAccessException)
            {
                notes.Add(e is DeviceException ? e.Message : "The folder of readings cannot be read.");
            }
        }

        if (changed)
            await new RecordWriter(writing).RecomputeAsync(site, cancel);
        if (notes.Count == 0)
            _notes.TryRemove(writing.Nursery, out _);
        else
            _notes[writing.Nursery] = string.Join(' ', notes);
        return changed;
    }

    private async Task<bool> WeatherAsync(RecordStore store, DeviceChoice devices, Guid nursery, DateOnly today, CancellationToken cancel)
    {
        if (Device(devices.Station, nursery) is not IStation station)
            return false;
        // Yesterday's is whole; today's lowest may still come.
        var from = (await store.SpanAsync(cancel))?.Last.AddDays(1) ?? today.AddDays(-MostDays);
        if (from < today.AddDays(-MostDays))
            from = today.AddDays(-MostDays);
        if (from > today.AddDays(-1))
            return false;
        var looked = WeatherChecks.Of(station.Readings(from, today.AddDays(-1)));
        return looked.Days.Count > 0 && await store.PutAsync(looked.Days, imported: false, cancel) > 0;
    }

    private async Task<bool> SoilAsync(RecordStore store, DeviceChoice devices, Guid nursery, DateOnly today, CancellationToken cancel)
    {
        if (Device(devices.Probe, nursery) is not IProbe probe)
            return false;
        var known = await store.SoilReadingsAsync(today.AddDays(-RecordStore.CalibrationDays), cancel);
        var from = known
            .Where(r => !r.Hand)
            .Select(r => r.Day.AddDays(1))
            .DefaultIfEmpty(today.AddDays(-RecordStore.CalibrationDays))
            .Max();
        if (from > today)
            return false;
        var readings = probe.Readings(from, today);
        await store.AddSoilAsync(
            readings
                .Where(r => r.Celsius is >= -30 and <= 60)
                .Select(r => new SoilRow(Guid.CreateVersion7(), r.Day, r.Surface, r.Celsius, Hand: false)),
            cancel
        );
        return readings.Count > 0;
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
        await store.PutForecastAsync(rows, cancel);
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
