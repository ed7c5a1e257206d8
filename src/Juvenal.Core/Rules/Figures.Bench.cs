using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using Juvenal.Core.Troubles;

namespace Juvenal.Core.Rules;

/// <summary>Those of light, seed, moving up, hardening and nights.</summary>
public static partial class Figures
{
    private static Figure Practice(string stage, string what, double value, string unit) =>
        new(stage, what, value, unit, Mark.CommonPractice, "practice");

    private static Figure Ours(string stage, string what, double value, string unit) => new(stage, what, value, unit, Mark.Model, "model");

    private static IEnumerable<Figure> OutByNight() =>
        [
            Ours("Tonight", "Hardened tomatoes are brought in or covered below", Tonight.TomatoHardenedC, "°C"),
            Ours("Tonight", "Hardened peppers", Tonight.PepperHardenedC, "°C"),
            Ours("Tonight", "Tomatoes two weeks after planting", Tonight.TomatoSettledC, "°C"),
            Ours("Tonight", "Peppers two weeks after planting", Tonight.PepperSettledC, "°C"),
            Ours("Tonight", "Settled after", Tonight.SettledDays, "d"),
            Practice("Tonight", "Nothing is left out without heat below", Tonight.NoCoverC, "°C"),
            Practice("Tonight", "Tomatoes grow slowly below", Tonight.TomatoSlowC, "°C"),
            Practice("Tonight", "Peppers grow slowly below", Tonight.PepperSlowC, "°C"),
        ];

    private static IEnumerable<Figure> Seen() =>
        [
            Practice("Troubles", "Light is too little below", LightAtLeaves.LeastMol, "mol/m²·d"),
            Practice("Troubles", "Nights stretch plants in weak light above", Diagnosis.WarmNightC, "°C"),
            Practice("Troubles", "Light is weak below", Diagnosis.WeakLightMol, "mol/m²·d"),
            Practice("Troubles", "Tomatoes show cold nights below", Diagnosis.TomatoNightC, "°C"),
            Practice("Troubles", "Peppers", Diagnosis.PepperNightC, "°C"),
            Practice("Troubles", "Leaves curl in heat above", Diagnosis.HotC, "°C"),
            Practice("Troubles", "Too strong a feed, above", Diagnosis.OverFedPpm, "mg N/L"),
            Practice("Troubles", "Mix is used up after", Diagnosis.HungryDays, "d"),
            Ours("Troubles", "Fed within", Diagnosis.FedLatelyDays, "d"),
            Practice("Troubles", "A plant stands still after a move for", Diagnosis.SettlingDays, "d"),
            Practice("Troubles", "Shop or parcel shows for", Diagnosis.TransitDays, "d"),
            Practice("Troubles", "Sun is new for", Diagnosis.NewToSunDays, "d"),
            Practice("Troubles", "Seed leaves yellow from", Diagnosis.SeedLeavesGoAt, "leaves"),
            Ours("Troubles", "Seed is cold below", Diagnosis.ColdSeedC, "°C"),
            Ours("Troubles", "Seed is old where less comes up than", Diagnosis.OldSeedShare, "share"),
            Ours("Troubles", "Taller than its kind from", Diagnosis.TooTall, "×"),
            Ours("Troubles", "Cold nights and strong feed are looked for", Diagnosis.NightsBack, "d back"),
            Ours("Troubles", "Feeding counts as logged for", Diagnosis.LoggedDays, "d back"),
            Ours("Troubles", "Lots sown together, within", Diagnosis.SownTogetherDays, "d"),
            Ours("Troubles", "Asked after again after", Diagnosis.AskAgainDays, "d"),
            Practice("Troubles", "Nights that keep plants short", Diagnosis.CoolNightC, "°C"),
            Practice("Pinching", "Flowers and buds from", Pinching.FlowersFrom, "leaves"),
            Practice("Pinching", "Topped above leaf", Pinching.TopFrom, ""),
            Practice("Pinching", "To leaf", Pinching.TopTo, ""),
            Practice("Pinching", "Left below the first fork", Pinching.LeavesBelowFork, "leaves"),
            Practice("Pinching", "A topped plant bears later by", Pinching.ToppedLaterDays, "d"),
            Ours("Light", "Levels of lamps in a day, at most", LampLight.MostLevels, ""),
            Ours("Troubles", "Heat is looked for", Diagnosis.DaysBack, "d back"),
        ];

    private static IEnumerable<Figure> Lit() =>
        [
            Ours("Light", "White LEDs, for each watt over what they light", LightAtLeaves.UmolPerWatt, "µmol/s"),
            Practice("Light", "Lux of a phone under white LEDs, for each µmol", LightAtLeaves.LuxPerUmolLed, "lux"),
            Practice("Light", "Lux of a phone in sun, for each µmol", LightAtLeaves.LuxPerUmolSun, "lux"),
            Ours("Forecast", "A day whose high nobody typed is warmer than its night by", TypedForecast.UsualRiseC, "°C"),
            Practice("Water", "Looked for twice a day above", WaterLook.HotC, "°C"),
            Practice("Water", "And for cells under lamps smaller than", WaterLook.SmallCellLitres, "L"),
            Practice("Feeding", "Stock solution", Feed.StockGramsPerL, "g/L"),
            Ours("Light", "Usual light is that of the last", LightAtLeaves.UsualDays, "d"),
            Practice("Light", "Lamps are usually on", LightAtLeaves.UsualHours, "h"),
            Ours("Leaves", "Warmer than this brings no more leaves", LeafModel.FlatFromCelsius, "°C"),
            Ours("Leaves", "Warmer than this brings fewer", LeafModel.FlatToCelsius, "°C"),
            Ours("Leaves", "In such heat nothing grows", LeafModel.StalledCelsius, "°C"),
            Ours("Leaves", "Full light", LeafModel.FullLightMol, "mol/m²·d"),
            Ours("Leaves", "Light scale: (1 − e^(−light/scale))", LeafModel.LightScaleMol, "mol/m²·d"),
            Ours("Leaves", "More light than full light, at most", LeafModel.MostLight, "×"),
            Ours("Leaves", "Light where nothing is known of it", LeafModel.UnknownLightMol, "mol/m²·d"),
            Ours("Places", "Light for plants in a megajoule of sun", PlaceLight.MolPerMegajoule, "mol"),
            Ours("Places", "Of the sky's light through a window", PlaceType.SillLight, "share"),
            Ours("Places", "Of the sky's light through glass", PlaceType.GlassLight, "share"),
            Ours("Places", "Of the sky's light through a tunnel", PlaceType.TunnelLight, "share"),
            Practice("Pots", "Cells smaller than this are fed daily", PotHold.FedCellLitres, "L"),
            Ours("Pots", "A cell that is fed daily is overdue at", PotHold.FedCellFactor, "× comfortable"),
            .. PlaceType
                .All.Where(t => t.DayC is not null)
                .SelectMany(t =>
                    new[]
                    {
                        Ours("Places", $"{t.Kind}: usually by day", t.DayC!.Value, "°C"),
                        Ours("Places", $"{t.Kind}: usually by night", t.NightC!.Value, "°C"),
                    }
                ),
        ];

    private static IEnumerable<Figure> Hardened() =>
        [
            Practice("Hardening", "Hours out that a day asks", Ladder.DayHours, "h"),
            Practice("Hardening", "Of them in sun", Ladder.DaySunHours, "h"),
            Ours("Hardening", "A day with this share of its hours counts", Ladder.ShareThatCounts, "share"),
            Practice("Hardening", "Tomatoes go out by day from", Ladder.TomatoHighC, "°C"),
            Practice("Hardening", "Peppers go out by day from", Ladder.PepperHighC, "°C"),
            Practice("Hardening", "First night out for tomatoes", Ladder.TomatoFirstNightC, "°C"),
            Practice("Hardening", "First night out for peppers", Ladder.PepperFirstNightC, "°C"),
            Ours("Hardening", "Warm nights are waited for, beyond the ladder's own days, at most", LadderDays.LongestWait, "d"),
            Ours("Hardening", "Begun sooner than the rule's days by at most", LadderDays.EarliestBegun, "d"),
            Ours("Planting", "First nights that are looked at most", BestDay.FirstNights, "d"),
            Ours("Planting", "A day is dull with less of the usual sun than", BestDay.DullShare, "share"),
            Ours("Tonight", "Forecasts are looked back on for", NightsBack.Days, "d"),
            Ours("Tonight", "With at least so many nights", NightsBack.Fewest, ""),
            Practice("Tonight", "The band is the morning's until", LastNight.MorningUntil, "o'clock"),
            Practice("Cover", "Two layers, of what one keeps off", SpringLived.TwoLayers, "×"),
            Practice("Cover", "A plant freezes at", SpringLived.KillsC, "°C"),
            Practice("Cover", "Light fleece keeps off", Covers.LightC, "°C"),
            Practice("Cover", "Medium fleece", Covers.MediumC, "°C"),
            Practice("Cover", "Heavy fleece", Covers.HeavyC, "°C"),
            Practice("Hardening", "Days outdoors after a vented house", Ladder.DaysOutAfterHouse, "d"),
            Ours("Hardening", "In a warm place nothing is lost for", RungCredit.FadesAfterDays, "d"),
            Ours("Hardening", "Then a rung in", RungCredit.FadeEveryDays, "d"),
            Ours("Hardening", "But never below rung", RungCredit.FadesTo, ""),
            Practice("Hardening", "From a vented house, rungs at most", RungCredit.MostFromHouse, "share"),
            Ours("Hardening", "A day in a vented house", RungCredit.HouseDayRungs, "rungs"),
            Ours("Hardening", "Days without a word are asked for", RungCredit.AsksBackDays, "d back"),
            Practice("Hardening", "Shade above", TodaysRung.ShadeAboveC, "°C"),
            Ours("Hardening", "Out from", TodaysRung.OutFrom, "o’clock"),
            Ours("Hardening", "Later nights may be colder by", Ladder.LaterNightC, "°C"),
        ];

    /// <summary>Places: what their own thermometers say, and when they are opened.</summary>
    private static IEnumerable<Figure> Aired() =>
        [
            Ours("Places", "Readings count for", WarmthShift.Days, "d"),
            Ours("Places", "Readings are of another year after", WarmthShift.OldestDays, "d"),
            Ours("Places", "One reading strays by", ReadingShift.OneReadingC, "°C"),
            Ours("Places", "So many readings weigh half", ReadingShift.HalfWeight, "readings"),
            Ours("Places", "Half of it is left without a reading for", ReadingShift.HalfLifeDays, "d"),
            Ours("Places", "The same for a hollow", ReadingShift.HollowHalfLifeDays, "d"),
            Ours("Places", "A heated place is moved by at most", ReadingShift.MostC, "°C"),
            Ours("Places", "From so many readings on another figure is asked for", ReadingShift.AskedFrom, "readings"),
            Ours("Places", "A heated place is not believed to differ by more than", ReadingShift.ImpossibleC, "°C"),
            Ours("Places", "In the weather a thermometer is in the sun above", ReadingShift.SunnyC, "°C"),
            Ours("Places", "In the weather plans take a place for warmer by at most", ReadingShift.MostWarmerC, "°C"),
            Ours("Places", "In the weather a place is taken for colder by at most", ReadingShift.MostColderC, "°C"),
            Ours("Places", "In sun a shut glasshouse passes outdoors by", Airing.GlasshouseC, "°C"),
            Ours("Places", "In sun a shut tunnel or frame passes outdoors by", Airing.UnderFilmC, "°C"),
            Ours("Places", "Of that when it is overcast", Airing.OvercastShare, "share"),
            Ours("Places", "Overcast is less of the sun above the air than", Airing.OvercastSun, "share"),
            Ours("Places", "Opened where it would pass", Airing.OpenAboveC, "°C"),
            Ours("Places", "Shaded above, even when open", Airing.ShadeAboveC, "°C"),
            Ours("Places", "Left open with nights above", Airing.LeaveOpenC, "°C"),
            Ours("Places", "Opened by", Airing.OpenByHour, "o'clock"),
            Ours("Places", "Shut before sunset by", Airing.ShutBeforeSunsetHours, "h"),
        ];

    private static IEnumerable<Figure> Beds() =>
        [
            Practice("Beds", "From tomato to tomato in the row", BedLayout.TomatoSpacingCm, "cm"),
            Practice("Beds", "From pepper to pepper", BedLayout.PepperSpacingCm, "cm"),
            Practice("Beds", "Closest without training", BedLayout.ClosestCm, "cm"),
            Practice("Beds", "From row to row", BedLayout.UsualRowCm, "cm"),
            Ours("Beds", "Kept free along the edge", BedLayout.EdgeCm, "cm"),
            Practice("Beds", "A bed remembers", BedMemory.Remembered, "years"),
            Practice("Beds", "Water for a plant, in its hole and after", HoleFill.WaterPerPlantL, "L"),
            Practice("Beds", "Balanced granules in a hole", HoleFill.GranulesG, "g"),
            Practice("Beds", "A handful of compost", HoleFill.HandfulL, "L"),
            Practice("Beds", "Mulch lies", HoleFill.MulchCm, "cm"),
            Practice("Beds", "Wet mix weighs", PotSheet.KgPerLitre, "kg/L"),
            Practice("Beds", "A pot is heavy from", PotSheet.HeavyKg, "kg"),
            Practice("Beds", "Deep mulch is pulled back before peppers", Mulching.DaysBefore, "d"),
            Ours("Beds", "A look after planting is asked for until", LooksAfter.AsksUntil, "d"),
            Ours("Room", "The wall of a pot adds to its inside", BenchRoom.WallCm, "cm"),
        ];

    private static IEnumerable<Figure> Seeds() =>
        [
            Ours("Seeds", "Tomato, germination of fresh seed", Germinability.FreshTomato, "share"),
            Ours("Seeds", "Pepper, germination of fresh seed", Germinability.FreshPepper, "share"),
            Ours("Seeds", "Lost within the storage life", Germinability.LostInItsLife, "share"),
            Ours("Seeds", "Left after each further storage life", Germinability.EachFurtherLife, "share"),
            Ours("Seeds", "An assumption weighs as much as a test of", Germinability.AssumedWeight, "seeds"),
            Ours("Seeds", "The bench, as if of so many seeds up", Predictive.BenchUp, "seeds"),
            Ours("Seeds", "The bench, as if of so many seeds not up", Predictive.BenchNot, "seeds"),
            Ours("Seeds", "Plants that stand were raised in trays of about", Predictive.UsualTray, "cells"),
            Ours("Seeds", "How alike the cells of one tray fare", Predictive.TrayCorrelation, "correlation"),
        ];

    private static IEnumerable<Figure> Ripe() =>
        [
            Practice("Ripe", "Dwarf tomatoes, from planting", Ripening.DwarfDays, "d"),
            Practice("Ripe", "Bush tomatoes and cherries", Ripening.BushDays, "d"),
            Practice("Ripe", "Tall tomatoes", Ripening.TallDays, "d"),
            Practice("Ripe", "Large-fruited tomatoes", Ripening.LargeDays, "d"),
            Practice("Ripe", "Sweet peppers picked coloured", Ripening.ColouredDays, "d"),
            Practice("Ripe", "Sweet peppers picked green", Ripening.GreenDays, "d"),
            Practice("Ripe", "Hot peppers", Ripening.HotDays, "d"),
            Practice("Ripe", "The slow, very hot ones", Ripening.ChinenseDays, "d"),
        ];
}
