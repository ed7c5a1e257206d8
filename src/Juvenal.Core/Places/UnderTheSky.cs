using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Site;

namespace Juvenal.Core.Places;

/// <summary>How a place under the sky, or under glass without heat, follows the weather. [model]</summary>
/// <param name="NightGainC">Its lows are so much warmer than outdoors, °C.</param>
/// <param name="SunGain">Its highs rise by so much for each MJ/m²·d of sun, °C.</param>
/// <param name="VentC">From there on it is vented: it warms no further than outdoors, °C.</param>
/// <param name="FloorC">Heat keeps it above this, °C; null: there is none.</param>
/// <param name="LowShiftC">Its lows are so much warmer than all that, by its own thermometer, °C.</param>
/// <param name="HighShiftC">Its highs are, °C.</param>
public sealed record UnderTheSky(
    double NightGainC,
    double SunGain,
    double VentC,
    double? FloorC = null,
    double LowShiftC = 0,
    double HighShiftC = 0
)
{
    /// <summary>A stand or a yard: as outdoors.</summary>
    public static UnderTheSky Stand { get; } = new(0, 0, 0);

    /// <summary>A cold frame.</summary>
    public static UnderTheSky Frame { get; } = new(1, 0.35, 25);

    /// <summary>A bare tunnel.</summary>
    public static UnderTheSky Tunnel { get; } = new(1, 0.45, 28);

    /// <summary>A glasshouse without heat.</summary>
    public static UnderTheSky Glasshouse { get; } = new(2, 0.45, 26);

    /// <summary>The day's low in it, °C.</summary>
    public double Low(double minimumC) => Math.Max(FloorC ?? double.NegativeInfinity, minimumC + NightGainC) + LowShiftC;

    /// <summary>The day's high in it while it is vented as it should be, °C.</summary>
    public double High(double minimumC, double maximumC, double sun) =>
        Math.Max(Low(minimumC), Math.Max(maximumC, Math.Min(maximumC + (SunGain * sun), VentC)) + HighShiftC);
}

/// <summary>
/// The weather outdoors of a season, day by day: what is past as it was, what is forecast as that, then each spring of the record as though
/// it came now, or the mean year.
/// </summary>
public sealed class SeasonWeather
{
    /// <summary>From 1 August before the season to 31 January after it (south: half a year on). [model.md 6]</summary>
    public const int Days = 549;

    /// <summary>How warm it is at the average last frost: the mean of the lows. [model]</summary>
    internal const double LowAtLastFrostC = 4;

    /// <summary>Highs above lows where there is no record, °C. [model]</summary>
    internal const double RangeC = 10;

    /// <summary>Half of what the mean year swings at the equator, and how much more with each degree of latitude, °C. [model]</summary>
    internal const double SwingC = 4;
    internal const double SwingPerDegreeC = 0.17;

    /// <summary>The coldest day of the northern year. [model]</summary>
    internal const int ColdestDay = 20;

    private readonly (double Low, double High, double Sun)[][] _days;

    private SeasonWeather(DateOnly first, (double, double, double)[][] days) => (First, _days) = (first, days);

    public DateOnly First { get; }

    /// <summary>From a record.</summary>
    /// <param name="climate">With its springs.</param>
    /// <param name="latitude">Degrees.</param>
    /// <param name="season">That is planned.</param>
    /// <param name="known">Days of this season as they were, and as they are forecast; the site's offset is not in them.</param>
    public static SeasonWeather From(SiteClimate climate, double latitude, int season, IReadOnlyDictionary<DateOnly, WeatherDay> known)
    {
        ArgumentNullException.ThrowIfNull(climate);
        ArgumentNullException.ThrowIfNull(known);
        var hemisphere = latitude < 0 ? Hemisphere.South : Hemisphere.North;
        var first = SeasonAxis.Of(SeasonHalf.Spring, season, hemisphere).First;
        var springs = climate.HasYears ? climate.Years : [];
        var days = new (double, double, double)[springs.Count + 1][];
        for (var y = 0; y <= springs.Count; y++)
        {
            days[y] = new (double, double, double)[Days];
            for (var i = 0; i < Days; i++)
            {
                var day = first.AddDays(i);
                var ofYear = SeasonAxis.DayOfYear(day);
                double low,
                    high;
                var at = SiteYear.Of(day, season, hemisphere);
                if (known.TryGetValue(day, out var was) && was is { MinimumC: { } min, MaximumC: { } max })
                    (low, high) = (min + climate.OffsetC, max);
                else if (y < springs.Count && at >= 1 && at <= springs[y].MinimumC.Count)
                    (low, high) = (springs[y].MinimumC[at - 1] + climate.OffsetC, springs[y].MaximumC[at - 1]);
                else
                    (low, high) = (climate.Nights.At(ofYear, 0), climate.Days.At(ofYear, 0));
                days[y][i] = (low, high, Sun.OnGround(low - climate.OffsetC, high, Sun.AtTop(latitude, ofYear)));
            }
        }

        return new(first, days);
    }

    /// <summary>Without a record: a mean year from the latitude and the average last frost. Said as such. [model]</summary>
    /// <param name="freeze">The last frost.</param>
    /// <param name="latitude">Degrees.</param>
    /// <param name="season">That is planned.</param>
    public static SeasonWeather From(SpringFreeze freeze, double latitude, int season)
    {
        ArgumentNullException.ThrowIfNull(freeze);
        var hemisphere = latitude < 0 ? Hemisphere.South : Hemisphere.North;
        var first = SeasonAxis.Of(SeasonHalf.Spring, season, hemisphere).First;
        var coldest = hemisphere == Hemisphere.North ? ColdestDay : ColdestDay + 182;
        var swing = SwingC + (SwingPerDegreeC * Math.Abs(latitude));
        var frost = SeasonAxis.DayOfYear(DateOnly.FromDayNumber((int)Math.Round(freeze.MeanDayNumber)));
        var mean = LowAtLastFrostC + (swing * Wave(frost));
        var days = new (double, double, double)[Days];
        for (var i = 0; i < Days; i++)
        {
            var ofYear = SeasonAxis.DayOfYear(first.AddDays(i));
            var low = mean - (swing * Wave(ofYear));
            days[i] = (low, low + RangeC, Sun.OnGround(low, low + RangeC, Sun.AtTop(latitude, ofYear)));
        }

        return new(first, [days]);

        double Wave(int ofYear) => Math.Cos(2 * Math.PI * (ofYear - coldest) / 365);
    }

    /// <summary>The high of a day in the mean year, °C; outside the season null.</summary>
    public double? MeanHighC(DateOnly day) => day.DayNumber - First.DayNumber is var i && i >= 0 && i < Days ? _days[^1][i].High : null;

    /// <summary>How long the ladder takes in a place under the sky; null without the springs of a record.</summary>
    /// <param name="sky">How the place follows the weather.</param>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ladder">By the house rule.</param>
    /// <param name="coverC">Over plants on their nights out, °C.</param>
    public LadderDays? Ladder(UnderTheSky sky, Crop crop, IReadOnlyList<Rung> ladder, double coverC = Covers.MediumC)
    {
        ArgumentNullException.ThrowIfNull(sky);
        return _days.Length == 1
            ? null
            : LadderDays.From(
                First,
                [.. _days.SkipLast(1).Select(series => Array.ConvertAll(series, d => (sky.Low(d.Low), sky.High(d.Low, d.High, d.Sun))))],
                crop,
                ladder,
                coverC
            );
    }

    /// <summary>The warmth of a place: by day in one, by night in another, or the same.</summary>
    /// <param name="day">How the place by day follows the weather; null: it is kept.</param>
    /// <param name="night">How the place by night does; null: it is kept.</param>
    /// <param name="keptDayC">By day where it is kept, °C.</param>
    /// <param name="keptNightC">By night where it is kept, °C.</param>
    /// <param name="light">Null: nothing is known of it.</param>
    public PlaceWarmth Of(UnderTheSky? day, UnderTheSky? night, double keptDayC, double keptNightC, PlaceLight? light = null) =>
        new(
            First,
            [
                .. _days.Select(series =>
                    Array.ConvertAll(
                        series,
                        d =>
                        {
                            var high = day?.High(d.Low, d.High, d.Sun) ?? keptDayC;
                            var low = night?.Low(d.Low) ?? keptNightC;
                            // Kept warmth has hours of its own; under the sky the mean of both ends is the day's.
                            return day is null || night is null
                                ? ((PlaceClimate.DayHours * high) + ((24 - PlaceClimate.DayHours) * low)) / 24
                                : (low + high) / 2;
                        }
                    )
                ),
            ],
            light is null ? null : [.. _days.Select(series => Array.ConvertAll(series, d => LeafModel.LightFactor(light.Mol(d.Sun))))],
            steady: day is null && night is null
        );
}
