using Juvenal.Core.Site;
using Juvenal.Store.Site;

namespace Juvenal.Store.Plans;

// A rule, a place or a reading changes more often than the weather of thirty springs, which takes longest to make something of.
public sealed partial class Catalogue
{
    /// <summary>With the climate of an earlier catalogue where this one's is the same in value: windows and the like are held with
    /// it.</summary>
    private static SiteRecord Sharing(SiteRecord record, Catalogue? earlier) =>
        record.Climate is { } climate && earlier?.Record.Climate is { } before && before.Says(climate)
            ? record with
            {
                Climate = before,
            }
            : record;

    /// <summary>Takes over what an earlier catalogue made of the weather, as far as what it was made from is the same.</summary>
    private void Take(Catalogue earlier)
    {
        if (
            Record.Climate is not { } climate
            || !ReferenceEquals(climate, earlier.Record.Climate)
            || Site.Latitude != earlier.Site.Latitude
            || !SameDays(Known, earlier.Known)
        )
            return;
        foreach (var (season, weather) in earlier._weather)
            _weather[season] = weather;
        foreach (var (of, warmth) in earlier._warmth)
        {
            if (SamePlace(of.Place))
                _warmth[of] = warmth;
        }

        var (rules, before) = (Rules.Rules, earlier.Rules.Rules);
        if (rules.HardeningDays != before.HardeningDays || rules.HardeningBy != before.HardeningBy || rules.Fleece != before.Fleece)
            return;
        foreach (var (of, ladder) in earlier._ladders)
        {
            if (SamePlace(of.Place))
                _ladders[of] = ladder;
        }

        bool SamePlace(Guid id) => Places.TryGetValue(id, out var now) && earlier.Places.TryGetValue(id, out var then) && now == then;
    }

    private static bool SameDays(IReadOnlyDictionary<DateOnly, WeatherDay> a, IReadOnlyDictionary<DateOnly, WeatherDay> b) =>
        a.Count == b.Count && a.All(day => b.TryGetValue(day.Key, out var other) && other == day.Value);
}
