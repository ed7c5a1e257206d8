using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>
/// The demo's spring and ten others of its climate, lived by the Round's word alone with a forecast that errs: nothing freezes, nothing
/// is left out in a night that was not forecast mild enough, and the band does not ring every night.
/// </summary>
public class SpringLivedTests
{
    private const double Latitude = 47.2;
    private static readonly WeatherGenerator Weather = StandIns.Weather;
    private static readonly SiteClimate Known = SiteClimate.From(
        WeatherRecord.From([.. Weather.Days(new(1995, 1, 1), new(2025, 12, 31))]),
        0,
        Latitude
    )!;

    [Theory]
    [InlineData(Crop.Tomato, HardeningBy.Hours)]
    [InlineData(Crop.Tomato, HardeningBy.Shade)]
    [InlineData(Crop.Tomato, HardeningBy.OutAndIn)]
    [InlineData(Crop.Pepper, HardeningBy.Hours)]
    [InlineData(Crop.Pepper, HardeningBy.OutAndIn)]
    public void A_spring_lived_by_the_rounds_word_loses_nothing_to_frost(Crop crop, HardeningBy by)
    {
        var station = new Simulated(Weather);
        var surface = crop == Crop.Pepper ? Surface.Film : Surface.Bare;
        var gain = Surfaces.NightGainC(surface);
        var risk = Openings.RiskOf(Known.YearsUnder(surface), gain);
        var chill = Openings.ChillOf(Known.YearsUnder(surface), PlantingDecision.NearNight(crop, GoQuestion.UsualPepperNightC) - gain);
        var soil = Known.YearsUnder(surface);
        var house = new LivedBy(crop, Ladder.Of(10, by), by, gain, Covers.MediumC);
        var (planted, nights, rang) = (0, 0, 0);
        for (var year = 2016; year <= 2026; year++)
        {
            // Ready to harden in the last days of April, as in the demo; lived until the end of June.
            var first = new DateOnly(year, 4, 25);
            var real = Weather.Days(first, new(year, 7, 1)).ToList();
            var was = real.Zip(real.Skip(1), (a, b) => new LivedDay(a.MaximumC!.Value, b.MinimumC!.Value)).ToList();
            var ahead = was.Select((_, i) => station.MadeOn(first.AddDays(i)).Days.Select(d => d.Weather).ToList()).ToList();
            // Of the day itself the morning's forecast says what it was to be like; the night after it is its first low.
            var lived = SpringLived.Of(
                house,
                was,
                i => new(i == 0 ? was[0].HighC : ahead[i - 1][0].MaximumC!.Value, ahead[i][0].MinimumC!.Value),
                (i, rungs) => Decide(first.AddDays(i), ahead[i], rungs)
            );
            Assert.Equal(0, lived.Lost);
            // What was left out stood under its limit by no more than the forecast erred.
            Assert.True(lived.UnderLimitC <= Math.Max(0, lived.ForecastErrorC) + lived.ShortC + 1e-9, $"{year}: {lived}");
            Assert.InRange(lived.ShortC, 0, 1);
            Assert.NotNull(lived.HardenedOn);
            planted += lived.PlantedOn is null ? 0 : 1;
            nights += lived.NightsOut + lived.NightsIn + lived.NightsInBed;
            rang += lived.NightsRung;
        }

        // Peppers wait for July in the coldest of these springs.
        Assert.InRange(planted, crop == Crop.Tomato ? 11 : 5, 11);
        Assert.InRange((double)rang / nights, 0, 0.4);

        GoVerdict Decide(DateOnly day, IReadOnlyList<WeatherDay> ahead, int rungs)
        {
            var axis = SeasonAxis.DayOfYear(day);
            var asked = new GoQuestion(
                crop,
                HouseRules.Default.AcceptedRisk,
                Math.Clamp(risk(axis + PlantingDecision.MostNights), 0, 1),
                [.. ahead.Select(a => a.MinimumC!.Value)],
                [.. ahead.Select(a => a.MaximumC!.Value)],
                soil[day.Year % soil.Count].SoilMorningC?[axis - 1],
                gain,
                chill(axis),
                RungsDone: rungs
            );
            return PlantingDecision.Of(asked).Value.Verdict;
        }
    }
}
