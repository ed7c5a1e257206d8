using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using Juvenal.Core.Sowing;

namespace Juvenal.Core.Rules;

/// <summary>How far a figure can be trusted.</summary>
public enum Mark
{
    /// <summary>From a named source; where the figure was written from memory, the source says so.</summary>
    Published,

    /// <summary>What growers do; no source.</summary>
    CommonPractice,

    /// <summary>Our own choice, to be replaced by what the grower's log teaches.</summary>
    Model,
}

/// <summary>A source by the key that reasons carry.</summary>
/// <param name="Key">Stable.</param>
/// <param name="Citation">In full; where figures were written from memory, that is said.</param>
public sealed record Source(string Key, string Citation)
{
    /// <summary>How far what comes from it can be trusted.</summary>
    public Mark Mark =>
        Key switch
        {
            "practice" => Mark.CommonPractice,
            "model" => Mark.Model,
            _ => Mark.Published,
        };
}

/// <summary>One figure that the plan rests on, as shown under "Where the numbers come from".</summary>
public sealed record Figure(string Stage, string What, double Value, string Unit, Mark Mark, string SourceKey);

/// <summary>Sources by key.</summary>
public static class Sources
{
    public static IReadOnlyList<Source> All { get; } =
    [
        new(
            "harrington-minges-1954",
            "Harrington & Minges (1954), Vegetable seed germination, University of California; figures from memory"
        ),
        new("thom-shaw-1958", "Thom & Shaw (1958), Climatological analysis of freeze data for Iowa, Monthly Weather Review; from memory"),
        new("thom-1959", "Thom (1959), mixed distribution for years without a freeze, Monthly Weather Review 87; from memory"),
        new("normals", "National freeze/frost normals: thresholds; from memory"),
        new("hargreaves", "Hargreaves & Samani (1982); Allen et al. (1998), FAO Irrigation and Drainage Paper 56; from memory"),
        new("soil-heat", "van Wijk & de Vries (1963); Hillel, Environmental Soil Physics; from memory"),
        new("knott", "Knott's Handbook for Vegetable Growers; figures from memory"),
        new("seed-act", "US Federal Seed Act regulations, germination standards; from memory"),
        new("extension", "University extension guides on vegetable transplants; from memory"),
        new("practice", "Common practice, no source"),
        new("model", "Our own model, calibrated to common practice; adjustable"),
        new("binomial", "Binomial distribution; independent seeds"),
    ];
}

/// <summary>Every coefficient of the plan, with unit, mark and source.</summary>
public static partial class Figures
{
    public static IReadOnlyList<Figure> All { get; } = [.. Emergence(Crop.Tomato), .. Emergence(Crop.Pepper), .. Leaves(), .. Rest()];

    private static IEnumerable<Figure> Emergence(Crop crop)
    {
        var table = EmergenceTable.For(crop);
        return table.Rows.Select(row =>
            row.RatePerDay > 0
                ? new Figure(
                    "Emergence",
                    $"{crop}, days to emergence at {row.Celsius} °C",
                    Math.Round(1 / row.RatePerDay, 1),
                    "d",
                    Mark.Published,
                    table.Source
                )
                : new Figure(
                    "Emergence",
                    $"{crop}, share of emergence made in a day at {row.Celsius} °C",
                    0,
                    "1/d",
                    Mark.Published,
                    table.Source
                )
        );
    }

    private static IEnumerable<Figure> Leaves()
    {
        foreach (var group in Enum.GetValues<SpeciesGroup>())
        {
            var leaf = LeafModel.For(group);
            var name = group switch
            {
                SpeciesGroup.Tomato => "Tomato",
                SpeciesGroup.Annuum => "Pepper",
                _ => "C. chinense",
            };
            yield return new("Leaves", $"{name}, base temperature", leaf.BaseCelsius, "°C", Mark.Model, "model");
            yield return new("Leaves", $"{name}, thermal time of a true leaf", leaf.DegreeDaysPerLeaf, "°C·d", Mark.Model, "model");
            yield return new("Leaves", $"{name}, height of a leaf", leaf.HeightPerLeafCm, "cm", Mark.Model, "model");
            yield return new("Pots", $"{name}, comfortable thermal time in 0.5 L", leaf.PotDegreeDays, "°C·d", Mark.Model, "model");
            yield return new("Emergence", $"{name}, factor on the days", LeafModel.EmergenceFactor(group), "×", Mark.Model, "model");
        }
    }

    private static IEnumerable<Figure> Rest() =>
        [
            new("Leaves", "A pot fills no sooner above", LeafModel.CeilingCelsius, "°C", Mark.Model, "model"),
            new("Leaves", "True leaves when ready to harden", LeafModel.ReadyToHarden, "leaves", Mark.Published, "extension"),
            new("Leaves", "True leaves when ready to plant", LeafModel.ReadyToPlant, "leaves", Mark.Published, "extension"),
            new("Leaves", "True leaves at the last move", LeafModel.LastMove, "leaves", Mark.CommonPractice, "practice"),
            new("Leaves", "Seed leaves with strong roots", LeafModel.SeedLeaves, "leaves", Mark.Model, "model"),
            new("Leaves", "First true leaves open", LeafModel.FirstTrueLeaves, "leaves", Mark.Model, "model"),
            new("Leaves", "Second true leaves open", LeafModel.SecondTrueLeaves, "leaves", Mark.Model, "model"),
            new("Pots", "Comfortable days are told for", PotHold.ReferenceLitres, "L", Mark.Model, "model"),
            new("Pots", "Comfortable days are told at", PotHold.At, "°C", Mark.Model, "model"),
            new("Pots", "Days grow with this power of the volume", PotHold.VolumePower, "", Mark.Model, "model"),
            new("Pots", "Overdue at", PotHold.OverdueFactor, "× comfortable", Mark.Model, "model"),
            new("Spread", "Emergence, standard deviation", StageSpreads.Usual.Emergence, "share", Mark.Model, "model"),
            new("Spread", "Leaf stages, standard deviation", StageSpreads.Usual.Leaves, "share", Mark.Model, "model"),
            new(
                "Spread",
                "A batch's pace of emergence, standard deviation",
                StageSpreads.Usual.EmergencePace,
                "share",
                Mark.Model,
                "model"
            ),
            new("Spread", "A batch's pace of leaves, standard deviation", StageSpreads.Usual.LeafPace, "share", Mark.Model, "model"),
            new("Spread", "A batch's pace is learned to stray at most", Walk.MostPace, "deviations", Mark.Model, "model"),
            new("Spread", "A leaf count may be off by", Walk.CountDeviation, "leaves", Mark.Model, "model"),
            new("Spread", "Grown leaves that tell of the pace, from", Walk.LeastLeaves, "leaves", Mark.Model, "model"),
            new(
                "Spread",
                "A band takes at least so many draws that agree with what was seen",
                Evidence.LeastDraws,
                "draws",
                Mark.Model,
                "model"
            ),
            new("Spread", "Correlation of a batch's two paces", StageSpreads.PaceCorrelation, "", Mark.Model, "model"),
            new("Spread", "Setbacks, standard deviation", StageSpreads.Usual.Setbacks, "share", Mark.Model, "model"),
            new("Spread", "Days from planting to ripe, standard deviation", StageSpreads.Usual.Ripening, "share", Mark.Model, "model"),
            new("Spread", "Mean temperature of a place, standard deviation", PlaceClimate.UsualDeviation, "°C", Mark.Model, "model"),
            new(
                "Site",
                "Last freeze, standard deviation where only the average is known",
                SpringFreeze.AssumedDeviationDays,
                "d",
                Mark.Model,
                "model"
            ),
            new("Site", "Window under a bare tunnel, earlier by", PlantingWindow.TunnelDays, "d", Mark.CommonPractice, "practice"),
            new("Site", "Hard freeze", FreezeYears.HardFreezeC, "°C", Mark.Published, "normals"),
            new("Site", "Frost near the ground possible below", FreezeYears.GroundFrostC, "°C", Mark.Published, "normals"),
            new(
                "Site",
                "A year is left out: missing days within 3 weeks of its freeze, more than",
                FreezeYears.MostMissingDays,
                "d",
                Mark.Model,
                "model"
            ),
            new("Site", "Years with a freeze for percentiles, at least", FreezeYears.FewestForPercentiles, "years", Mark.Model, "model"),
            new("Site", "Soil, thermal diffusivity of moist loam", SoilHeat.MoistLoam, "mm²/s", Mark.Published, "soil-heat"),
            new("Site", "Soil, damping depth of the day's wave", SoilSeries.DampingDepthCm, "cm", Mark.Published, "soil-heat"),
            .. Surfaces.All.Select(s => new Figure(
                "Site",
                $"Surface {s.ToString().ToLowerInvariant()}, warmer than its air for each MJ/m²·d of sun",
                Surfaces.SunGain(s),
                "°C",
                Mark.Model,
                "hargreaves"
            )),
            .. Surfaces.All.Select(s => new Figure(
                "Site",
                $"Surface {s.ToString().ToLowerInvariant()}, the day's wave to half the range of its air",
                Surfaces.DayWave(s),
                "×",
                Mark.Model,
                "model"
            )),
            new("Site", "Sun on the ground, Hargreaves' factor", Sun.Hargreaves, "", Mark.Published, "hargreaves"),
            new("Site", "Nights in a bare tunnel, warmer by", Surfaces.NightGainC(Surface.Tunnel), "°C", Mark.CommonPractice, "practice"),
            new("Site", "A bare tunnel, warmer for each MJ/m²·d of sun", Surfaces.TunnelSunGain, "°C", Mark.Model, "model"),
            new("Site", "A bare tunnel is vented at", Surfaces.TunnelVentC, "°C", Mark.Model, "model"),
            new("Site", "Gaps of a record that their neighbours fill, at most", SiteYear.MostGap, "d", Mark.Model, "model"),
            new("Site", "Soil is told for this hour, sun time", SoilSeries.UsualHour, "h", Mark.Model, "model"),
            new("Places", "Hours of day where warmth is kept", PlaceClimate.DayHours, "h", Mark.Model, "model"),
            new(
                "Places",
                "Mean where not even a record is known, standard deviation",
                PlaceClimate.UnreadDeviation,
                "°C",
                Mark.Model,
                "model"
            ),
            new("Places", "A glasshouse without heat, nights warmer by", UnderTheSky.Glasshouse.NightGainC, "°C", Mark.Model, "model"),
            new("Places", "A glasshouse, warmer for each MJ/m²·d of sun", UnderTheSky.Glasshouse.SunGain, "°C", Mark.Model, "model"),
            new("Places", "A glasshouse is vented at", UnderTheSky.Glasshouse.VentC, "°C", Mark.Model, "model"),
            new("Places", "Without a record: mean low at the average last frost", SeasonWeather.LowAtLastFrostC, "°C", Mark.Model, "model"),
            new("Places", "Without a record: highs above lows", SeasonWeather.RangeC, "°C", Mark.Model, "model"),
            new("Places", "Without a record: half of the year's swing at the equator", SeasonWeather.SwingC, "°C", Mark.Model, "model"),
            new(
                "Places",
                "Without a record: more swing for each degree of latitude",
                SeasonWeather.SwingPerDegreeC,
                "°C",
                Mark.Model,
                "model"
            ),
            new("Places", "Without a record: the coldest day of the northern year", SeasonWeather.ColdestDay, "", Mark.Model, "model"),
            new("Windows", "Nights after planting that are told of cover", WindowOfYears.CoverNights, "nights", Mark.Model, "model"),
            .. Cold(),
            .. Judged(),
            .. SetIn(),
            .. Lit(),
            .. Seen(),
            Ours("Moving up", "No root at the wall: of its comfortable time, at most", Looked.NoneShare, "share"),
            Ours("Moving up", "Roots just showing", Looked.ShowingShare, "share"),
            Ours("Moving up", "Roots go round", Looked.CirclingShare, "share"),
            Ours("Moving up", "Roots matted", Looked.MattedShare, "share"),
            .. OutByNight(),
            Practice("Emergence", "Slow to come up, and warned of, from", PlanWarnings.SlowUpDays, "d"),
            new("Care", "Seedlings are fed nitrogen from", Feed.SeedlingPpm, "ppm", Mark.Published, "extension"),
            new("Care", "Seedlings to, and plants growing on from", Feed.GrowingPpm, "ppm", Mark.Published, "extension"),
            new("Care", "Plants growing on, to", Feed.StrongestPpm, "ppm", Mark.Published, "extension"),
            .. Hardened(),
            .. Seeds(),
            .. Beds(),
            .. Aired(),
            .. Ripe(),
            new("Plan", "Earliest cultivar, from planting to ripe", PlanChoices.FewestDaysToRipe, "d", Mark.CommonPractice, "practice"),
            new("Site", "Autumn: picking that makes a planting worth it", AutumnWindow.PickingDays, "d", Mark.CommonPractice, "practice"),
            new("Site", "Bush types planted again after", AutumnWindow.SuccessionDays, "d", Mark.CommonPractice, "practice"),
            new("Site", "Autumn: fruit ripens later in short, cool days by", AutumnWindow.ShortDays, "d", Mark.CommonPractice, "practice"),
            new("Site", "Peppers after tomatoes", PlantingWindow.PepperDaysAfterTomatoes, "d", Mark.CommonPractice, "practice"),
            .. Enum.GetValues<Crop>()
                .SelectMany(c =>
                    new Figure[]
                    {
                        new("Seeds", $"{c}, seeds in a gram", SeedLots.SeedsPerGram(c), "1/g", Mark.Published, "knott"),
                        new("Seeds", $"{c}, storage life", SeedLots.StorageYears(c), "years", Mark.Published, "knott"),
                        new(
                            "Seeds",
                            $"{c}, least germination for trade",
                            SeedLots.LeastGermination(c),
                            "share",
                            Mark.Published,
                            "seed-act"
                        ),
                    }
                ),
            new("Seeds", "A cell's mix, room and work, against the price of seed", SeedsPerCell.CellCost, "money", Mark.Model, "model"),
            new("Seeds", "Bench against germination test", SowingQuantity.BenchFactor, "×", Mark.Model, "model"),
            new("Seeds", "Separated twin against a single", SowingQuantity.SeparatedTwinSurvival, "×", Mark.Model, "model"),
            new("Emergence", "Seeds of a lot, standard deviation of the days", EmergenceCourse.SeedDeviation, "share", Mark.Model, "model"),
            new("Emergence", "Slow from", EmergenceVerdict.SlowTimes, "× expected days", Mark.Model, "model"),
            new("Emergence", "Late from", EmergenceVerdict.LateTimes, "× expected days", Mark.CommonPractice, "practice"),
            new("Emergence", "Bottom heat at least", EmergenceVerdict.WarmEnoughC, "°C", Mark.CommonPractice, "practice"),
            new("Emergence", "Thinning is due at", Thinning.AtLeaves, "leaves", Mark.Model, "model"),
            new("Other beginnings", "Side shoots root in", Beginning.RootingDays, "d", Mark.CommonPractice, "practice"),
            new("Other beginnings", "Grafts heal in", Beginning.HealingDays, "d", Mark.CommonPractice, "practice"),
            new("Seeds", "Germination where nothing is known", Beginning.GerminationShare, "share", Mark.Model, "model"),
            new(
                "Other beginnings",
                "True leaves of a mother with side shoots to cut",
                Beginning.ShootLeaves,
                "leaves",
                Mark.CommonPractice,
                "practice"
            ),
            new("Other beginnings", "Bought-in plants that arrive sound", Beginning.SoundShare, "share", Mark.Model, "model"),
            new("Other beginnings", "Side shoots that root", Beginning.RootingShare, "share", Mark.Model, "model"),
            new("Other beginnings", "Grafts that take", Beginning.HealingShare, "share", Mark.Model, "model"),
            new(
                "Other beginnings",
                "Graft union above the soil, at least",
                Beginning.UnionAboveSoilCm,
                "cm",
                Mark.CommonPractice,
                "practice"
            ),
            new("Sowing", "Water to wet dry mix", Mix.WettingShare, "L/L", Mark.CommonPractice, "practice"),
            new(
                "Sowing",
                "Water that a pressed pellet takes up",
                Container.SwellingShare,
                "× swollen volume",
                Mark.CommonPractice,
                "practice"
            ),
            new("Sowing", "Solution that a plug takes up", Container.SoakingShare, "× volume", Mark.CommonPractice, "practice"),
            new(
                "The ledger",
                "Sooner than in this share of its quickest days nothing is up",
                Doubts.SoonestShare,
                "share",
                Mark.Model,
                "model"
            ),
            new("The ledger", "“About that day”: a week, either way", LedgerEntry.Abouts[0], "d", Mark.Model, "model"),
            new("The ledger", "“About that day”: a month, either way", LedgerEntry.Abouts[^1], "d", Mark.Model, "model"),
            new("Go or hold", "Nights that peppers go out into", GoQuestion.UsualPepperNightC, "°C", Mark.CommonPractice, "practice"),
            new("Go or hold", "Morning soil that peppers go out into", GoQuestion.UsualPepperSoilC, "°C", Mark.Published, "extension"),
            new("Go or hold", "Rungs of the hardening ladder", GoQuestion.UsualRungs, "rungs", Mark.CommonPractice, "practice"),
            new("Go or hold", "Nights that tomatoes go out into", PlantingDecision.TomatoNightC, "°C", Mark.Published, "extension"),
            new(
                "Go or hold",
                "Coldest night that is near for peppers",
                PlantingDecision.PepperNightNearC,
                "°C",
                Mark.CommonPractice,
                "practice"
            ),
            new("Go or hold", "Short of a limit of warmth by less than this is near", PlantingDecision.NearC, "°C", Mark.Model, "model"),
            new("Go or hold", "Mean high of the week, tomatoes", PlantingDecision.TomatoDayC, "°C", Mark.Published, "extension"),
            new("Go or hold", "Mean high of the week, peppers", PlantingDecision.PepperDayC, "°C", Mark.Published, "extension"),
            new("Go or hold", "Morning soil, tomatoes", PlantingDecision.TomatoSoilC, "°C", Mark.Published, "extension"),
            new("Go or hold", "Morning soil that is near, tomatoes", PlantingDecision.TomatoSoilNearC, "°C", Mark.Published, "extension"),
            new(
                "Go or hold",
                "Coldest soil that is near for peppers",
                PlantingDecision.PepperSoilNearC,
                "°C",
                Mark.CommonPractice,
                "practice"
            ),
            new("Go or hold", "Hottest of the first days", PlantingDecision.HeatC, "°C", Mark.Published, "extension"),
            new("Go or hold", "Hottest of the first days, with shade", PlantingDecision.HeatNearC, "°C", Mark.CommonPractice, "practice"),
            new("Go or hold", "Too cold nights of the fortnight after", PlantingDecision.ChillShare, "share", Mark.Model, "model"),
            new("Go or hold", "Gusts", PlantingDecision.GustKmh, "km/h", Mark.CommonPractice, "practice"),
            new("Go or hold", "Gusts, behind a windbreak", PlantingDecision.GustNearKmh, "km/h", Mark.CommonPractice, "practice"),
            new("Go or hold", "Smoothing of single years' last freezes", Openings.SmoothingDays, "d", Mark.Model, "model"),
            new("Planting out", "Planting a plant", Handwork.PlantingOutMinutes, "min", Mark.CommonPractice, "practice"),
        ];

    private static IEnumerable<Figure> Cold() =>
        [
            new("Cold", "Tomatoes from indoors, in pots: nights", ColdStop.TomatoTenderC, "°C", Mark.Model, "model"),
            new("Cold", "Peppers from indoors, in pots: nights", ColdStop.PepperTenderC, "°C", Mark.Model, "model"),
            new("Cold", "Nights that are looked at", ColdStop.Nights, "nights", Mark.CommonPractice, "practice"),
            new("Cold", "Nights without frost", ColdStop.FrostNights, "nights", Mark.CommonPractice, "practice"),
            new("Cold", "A forecast errs for a bed from this night on", ForecastError.BedFrom, "night", Mark.Model, "model"),
            new("Cold", "By so much", ForecastError.BedC, "°C", Mark.Model, "model"),
            new("Cold", "For pots it errs from this night on", ForecastError.ErrsFrom, "night", Mark.Model, "model"),
            new("Cold", "For pots, by", ForecastError.ErrsC, "°C", Mark.Model, "model"),
            new("Cold", "For pots it errs more from this night on", ForecastError.ErrsMoreFrom, "night", Mark.Model, "model"),
            new("Cold", "For pots, then by", ForecastError.ErrsMoreC, "°C", Mark.Model, "model"),
            new("Cold", "For pots it errs most from this night on", ForecastError.ErrsMostFrom, "night", Mark.Model, "model"),
            new("Cold", "For pots, at last by", ForecastError.ErrsMostC, "°C", Mark.Model, "model"),
            new("Cold", "A forecast is asked for anew after", ForecastError.OldDays, "d", Mark.Model, "model"),
        ];

    /// <summary>What the plan and the site's record are judged by.</summary>
    private static IEnumerable<Figure> Judged() =>
        [
            new("Plan", "Sown so long after the best day, planting slips", Planner.LatestDays, "d", Mark.Model, "model"),
            new("Plan", "A plant waits in its last pot at most", Planner.MostSlackDays, "d", Mark.Model, "model"),
            new("Plan", "What is needed is told for", Needs.Ahead, "d", Mark.Model, "model"),
            new("Plan", "A day that moved is told from", Planner.ToldFromDays, "d", Mark.Model, "model"),
            new("Plan", "A stage takes at most", PlanChecks.LongestStageDays, "d", Mark.Model, "model"),
            new("Plan", "The warmth that is named brings seed up within", PlanChecks.FairEmergenceDays, "d", Mark.Model, "model"),
            new("Plan", "“Warmer” is warmer by", PlanChoices.WarmerCelsius, "°C", Mark.Model, "model"),
            new("Plan", "Work is overdue after", TodaysWork.OverdueDays, "d", Mark.Model, "model"),
            new("Seeds", "Confidence of a test’s interval and of a promise", SeedLots.Confidence, "share", Mark.Model, "model"),
            new("Sowing", "Depth", SowingCraft.DepthMm, "mm", Mark.Published, "knott"),
            new("Sowing", "Heat at the seed, at most", SowingCraft.WarmestBestC, "°C", Mark.CommonPractice, "practice"),
            new("Sowing", "Light for seedlings, from", SowingCraft.LeastLightHours, "h", Mark.CommonPractice, "practice"),
            new("Sowing", "Light for seedlings, to", SowingCraft.MostLightHours, "h", Mark.CommonPractice, "practice"),
            new("Sowing", "Light a day, at most", LampLight.LongestHours, "h", Mark.CommonPractice, "practice"),
            new("Emergence", "A reading of the soil stands for", EmergenceCourse.ReadingHolds, "d", Mark.Model, "model"),
            new("Emergence", "It is over when so many of those that come are up", EmergenceVerdict.Over, "share", Mark.Model, "model"),
            new("Emergence", "Counted once more at so many times the days of half", Thinning.OverTimes, "times", Mark.Model, "model"),
            new("Site", "A mean year takes at least", SiteClimate.FewestYears, "years", Mark.Model, "model"),
            new("Site", "Running mean of the year’s curve", SeasonCurve.Smoothing, "d", Mark.Model, "model"),
            new("Site", "Mean that tells a cold spring from a warm one", SeasonCurve.Month, "d", Mark.Model, "model"),
            new("Site", "Soil is read for planting at", SoilSeries.DepthCm, "cm", Mark.Published, "extension"),
            new("Site", "A spike in a record", WeatherChecks.SpikeC, "°C", Mark.Model, "model"),
            new("Site", "A sensor hangs after so many equal days", WeatherChecks.StuckDays, "d", Mark.Model, "model"),
            new("Site", "Gaps so near a freeze would hide another", FreezeYears.NearDays, "d", Mark.Model, "model"),
            new("Site", "Freeze", FreezeYears.FreezeC, "°C", Mark.Published, "normals"),
            new("Windows", "Picking, to be safe", AutumnWindow.SafePickingDays, "d", Mark.CommonPractice, "practice"),
            new("Cold", "Frost", ColdStop.FreezeC, "°C", Mark.Published, "normals"),
            new("Cleaning", "Water to a part of bleach", Disinfectant.UsualWater, "parts", Mark.CommonPractice, "practice"),
            new("Cleaning", "Hypochlorite in the wash", Disinfectant.WorkingPercent, "%", Mark.CommonPractice, "practice"),
            new("Cleaning", "A bottle of bleach, at least", Disinfectant.LeastPercent, "%", Mark.CommonPractice, "practice"),
            new("Cleaning", "A bottle of bleach, at most", Disinfectant.MostPercent, "%", Mark.CommonPractice, "practice"),
            new("Cleaning", "Household bleach, from", Disinfectant.WeakestPercent, "%", Mark.CommonPractice, "practice"),
            new("Cleaning", "Household bleach, to", Disinfectant.StrongestPercent, "%", Mark.CommonPractice, "practice"),
            new("Cleaning", "Pots stay in it", Disinfectant.SoakMinutes, "minutes", Mark.CommonPractice, "practice"),
            new("Seeds", "Of a germination test, at least", EmergenceTest.LeastSeeds, "seeds", Mark.CommonPractice, "practice"),
            new(
                "Seeds",
                "A germination test takes of a packet one seed in",
                EmergenceTest.MostOfPacket,
                "seeds",
                Mark.CommonPractice,
                "practice"
            ),
            new("Seeds", "Of a germination test, enough", EmergenceTest.EnoughSeeds, "seeds", Mark.CommonPractice, "practice"),
            new("Cuttings", "Side shoots to root, from", Beginning.ShortestShootCm, "cm", Mark.CommonPractice, "practice"),
            new("Cuttings", "Side shoots to root, to", Beginning.LongestShootCm, "cm", Mark.CommonPractice, "practice"),
            new("Cleaning", "Stronger is refused", Disinfectant.StrongestWaterPerBleach, "parts", Mark.CommonPractice, "practice"),
        ];
}
