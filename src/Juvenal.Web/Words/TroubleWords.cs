using Juvenal.Core.Cultivars;
using Juvenal.Core.Troubles;
using Juvenal.Store.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Signs, causes and what to look at, as it is said at the bench.</summary>
internal static class TroubleWords
{
    /// <summary>“Lower leaves yellow”</summary>
    public static string Of(Sign sign) =>
        sign switch
        {
            Sign.Leggy => "Long, thin, leaning",
            Sign.Pale => "Pale or yellow all over",
            Sign.LowerLeavesYellow => "Lower leaves yellow",
            Sign.Purple => "Purple stems or undersides",
            Sign.Blisters => "Corky blisters below leaves",
            Sign.Curled => "Leaves curled",
            Sign.LimpWet => "Limp, mix wet",
            Sign.LimpDry => "Limp, mix dry",
            Sign.LimpAtNoon => "Limp at noon, upright at dusk",
            Sign.Fallen => "Fallen over in the tray",
            Sign.NothingUp => "Nothing up, or patchy",
            Sign.CoatStuck => "Seed coat stuck",
            Sign.Bitten => "Gone, dug, bitten",
            Sign.CutInBed => "Fallen over in the bed",
            Sign.ScorchedTops => "Tops scorched under lamps",
            Sign.WhitePatches => "White or papery patches",
            Sign.NothingNew => "Nothing new for a week",
            Sign.StaysShort => "Bought, stays short, flowers early",
            Sign.BrownRoots => "Roots brown, no white tips",
            Sign.GreenMix => "Green on the mix",
            Sign.WhiteCrust => "White crust on the mix",
            Sign.Insects => "Sticky, insects, small flies",
            Sign.Flowers => "Flowers before planting",
            Sign.Twisted => "New leaves small, twisted",
            _ => throw new ArgumentOutOfRangeException(nameof(sign), sign, null),
        };

    public static string Of(Cause cause) =>
        cause switch
        {
            Cause.DimLight => "Too little light",
            Cause.WarmNights => "Nights too warm for the light",
            Cause.LeavesTouch => "Plants stand too close",
            Cause.OverFed => "Fed too strong",
            Cause.TallKind => "A tall kind, nothing wrong",
            Cause.Hungry => "Hungry",
            Cause.WetRoots => "Roots too wet",
            Cause.ColdNights => "Cold",
            Cause.InTransit => "Shop or parcel",
            Cause.SuddenSun => "Strong light all at once",
            Cause.Overdue => "Overdue in its pot",
            Cause.OldSeedLeaves => "Old seed leaves, normal",
            Cause.HardeningColour => "Hardening off, a little is right",
            Cause.StillAir => "Damp, still air",
            Cause.Heat => "Heat",
            Cause.Aphids => "Aphids",
            Cause.Thirst => "Thirst",
            Cause.DampingOff => "Damping off",
            Cause.BeatenFlat => "Beaten flat by water",
            Cause.ColdSeed => "Seed too cold, still coming",
            Cause.DriedOut => "Dried out once while sprouting",
            Cause.OldSeed => "Old or bad seed",
            Cause.TooDeep => "Sown too deep",
            Cause.Mouse => "A mouse",
            Cause.TooShallow => "Sown too shallow",
            Cause.DryAir => "Dry air",
            Cause.Slug => "Slugs or snails",
            Cause.Bird => "Birds, squirrels or a cat",
            Cause.SunAfterDull => "Sun after dull days",
            Cause.JustMoved => "Just moved: roots first",
            Cause.LampNear => "Lamp too near",
            Cause.NewUnderLamp => "New under this lamp",
            Cause.GrowthRegulator => "Kept short by the nursery it came from",
            Cause.PotTooBig => "Pot far too big",
            Cause.Cutworm => "Cutworm",
            Cause.SkippedRung => "Out too fast: sunburn",
            Cause.WetSurface => "Surface always wet",
            Cause.Salts => "Salts of feed",
            Cause.HardWater => "Salts of hard water",
            Cause.Gnats => "Fungus gnats",
            Cause.UnevenWater => "Uneven water (calcium)",
            Cause.Weedkiller => "Weedkiller in mix, manure or drift",
            Cause.Virus => "Virus: the eye cannot tell",
            _ => throw new ArgumentOutOfRangeException(nameof(cause), cause, null),
        };

    /// <summary>What to do about it.</summary>
    public static string Do(Cause cause, Crop crop, Measures m) =>
        cause switch
        {
            Cause.DimLight => Invariant($"Lamp nearer or longer, up to {Core.Care.LampLight.LongestHours:0} h; turn them.")
                + (crop == Crop.Tomato ? " Set tomatoes deeper at the next move." : ""),
            Cause.WarmNights => $"Cooler nights, about {m.Temperature(Diagnosis.CoolNightC)}, or more light by day.",
            Cause.LeavesTouch => "Space them so that leaves do not touch.",
            Cause.OverFed => "No feed for two weeks; water through once.",
            Cause.TallKind => "Nothing. Stake it early.",
            Cause.Hungry => "Look at the roots first. If they are white, feed half strength, or move up.",
            Cause.WetRoots => "Stop watering until the top is dry. Tip one out and look: white is well, brown and soft is not.",
            Cause.ColdNights => "A warmer place by night. They catch up when it warms.",
            Cause.InTransit => "Light shade, even water, no feed for a week.",
            Cause.SuddenSun => "Shade at noon for some days, then less.",
            Cause.Overdue => "Move up now; tease out what is matted.",
            Cause.OldSeedLeaves => "Nothing. Pinch them off where they rot.",
            Cause.HardeningColour => "Nothing. It goes with warmth.",
            Cause.StillAir => "Move air, space out, water less; more perlite in the next mix.",
            Cause.Heat => "Shade, open, water early and again at noon. No feed, no move, no topping today.",
            Cause.Aphids => "Squash and rinse, below the leaves too; again after three days. " + Cautions.Sprays,
            Cause.Thirst => "Water through. A dry pot of peat or coir stands in shallow water until it is heavy.",
            Cause.DampingOff => "Take out the fallen and those beside them. Air, drier, warmer. New mix and clean trays next time.",
            Cause.BeatenFlat => "Raise and firm them; water from below.",
            Cause.ColdSeed => "Wait. Warmer, if there is a mat.",
            Cause.DriedOut => "Sow anew what is missing; cover until they are up.",
            Cause.OldSeed => "Test ten seeds, or sow another lot now.",
            Cause.TooDeep => "Wait a week. Sow the next at twice the seed's thickness.",
            Cause.Mouse => "Trays off the ground, under a tight lid or netting. Sow anew.",
            Cause.TooShallow => "Damp it for an hour, then ease it off, or leave it.",
            Cause.DryAir => "Damp it for an hour, then ease it off. A lid until they are up.",
            Cause.Slug => "Off the ground; look below pots at dusk and take them off.",
            Cause.Bird => "Netting, pulled tight and close to the ground.",
            Cause.SunAfterDull => "Shade at noon. Do not water: they stand up by evening.",
            Cause.JustMoved => "Wait, out of strong sun. Water, no feed, for a week.",
            Cause.LampNear => "Raise the lamp, or fewer hours.",
            Cause.NewUnderLamp => "Raise the lamp for a week, then lower it step by step.",
            Cause.GrowthRegulator => "Wait three to four weeks, pot up, no more feed than usual.",
            Cause.PotTooBig => "Little water, warm. Roots fill it in time.",
            Cause.Cutworm => "Look in the soil at the stem, and take it out. A collar around each of the others.",
            Cause.SkippedRung => "Back into shade for two days, then a step less. Marked leaves stay marked; new ones are sound.",
            Cause.WetSurface => "Water from below and let the top dry.",
            Cause.Salts => "Loosen it with a fork and water through once; half feed.",
            Cause.HardWater => "Loosen it with a fork; rain water now and then.",
            Cause.Gnats => "Let the top dry between waterings. " + Cautions.Sprays,
            Cause.UnevenWater => "Even water. New leaves come sound.",
            Cause.Weedkiller => "Stop using that mix. Sow three beans in it and look after three weeks.",
            Cause.Virus => "Keep them apart, wash hands and knife. A plant clinic can tell.",
            _ => throw new ArgumentOutOfRangeException(nameof(cause), cause, null),
        };

    /// <summary>“Is the mix wet, or the tray heavy?”</summary>
    public static string Of(Question question) =>
        question switch
        {
            Question.LeavesTouch => "Do leaves of neighbours touch?",
            Question.MixWet => "Is the mix wet and the tray heavy?",
            Question.MixDry => "Is the tray light and the mix dry?",
            Question.FedLately => "Fed in the last three weeks?",
            Question.FedStrong => "Fed at the label's full strength, or more?",
            Question.FromShop => "Did they come from a shop or a parcel lately?",
            Question.NewToSun => "New to strong sun?",
            Question.RootsMatted => "Tip one out: roots matted?",
            Question.RootsBrown => "Tip one out: roots brown and soft?",
            Question.InsectsBelow => "Insects below the young leaves?",
            Question.FliesOverMix => "Small flies when you touch the mix?",
            Question.NeckRotten => "Is the neck thin, brown, rotten?",
            Question.SeedFirm => "Scratch one out: is the seed firm?",
            Question.SeedSoft => "Scratch one out: is the seed soft or empty?",
            Question.DriedOnce => "Did the top dry once since sowing?",
            Question.SownDeep => "Sown deeper than 1 cm?",
            Question.SownShallow => "Sown at the very top?",
            Question.AirDry => "Uncovered in dry, heated air?",
            Question.Dug => "Holes, husks or droppings?",
            Question.Slime => "Slime or ragged holes?",
            Question.Pecked => "Torn from above, or scratched about?",
            Question.AirStill => "Is the air still and damp?",
            Question.SurfaceWet => "Is the surface wet all day?",
            Question.LampClose => "Is the lamp nearer than to the others?",
            Question.NewUnderLamp => "Under this lamp for less than a week?",
            Question.DullBefore => "Dull days before this sun?",
            Question.FlowersEarly => "Flowers on a plant this short?",
            Question.PotMuchBigger => "Did it jump into a much bigger pot?",
            Question.Grub => "A fat grub in the soil at the stem?",
            Question.CarriedOutAtOnce => "In full sun on its first days out?",
            Question.HardWater => "Does the kettle fur up?",
            Question.WaterUneven => "Dried out, then soaked?",
            Question.WholeMixAlike => "Every plant of one mix alike, old leaves sound?",
            Question.OneHereOneThere => "One plant here, one there?",
            Question.HotAtNoon => "Hot at noon in there?",
            Question.MovedLately => "Moved in the last week?",
            Question.SeedLeavesAlone => "Only the seed leaves?",
            Question.TallByNature => "Do others of this kind look the same?",
            Question.ColdAtNight => "Cold there by night?",
            Question.WarmAtNight => "Warm there by night?",
            Question.LightWeak => "Is it dim there?",
            _ => throw new ArgumentOutOfRangeException(nameof(question), question, null),
        };

    /// <summary>“lamps give 8 mol a day, 12 are wanted”</summary>
    public static string Of(Clue clue, Crop crop, Measures m) =>
        clue.Kind switch
        {
            ClueKind.Light => Invariant($"{clue.Value:0.#} mol of light a day; {clue.Limit:0} are wanted"),
            ClueKind.NightsForTheLight => $"nights of about {m.Temperature(clue.Value!.Value)}",
            ClueKind.Kind => clue.Weight > 0 ? "it is of a tall kind" : "it is not of a tall kind",
            ClueKind.Height => Invariant($"measured, it is {clue.Value * 100:0} % of what is usual"),
            ClueKind.Fed => clue.Value is { } days ? $"fed {Days.Many(days)} ago" : "not fed here yet, by the record",
            ClueKind.FedStrength => Invariant($"fed at up to {clue.Value:0} ppm nitrogen"),
            ClueKind.DaysInMix => $"in this mix for {Days.Many(clue.Value!.Value)}",
            ClueKind.ColdestNight =>
                $"the coldest night lately was {m.Temperature(clue.Value!.Value)}; below {m.Temperature(clue.Limit!.Value)} it shows",
            ClueKind.HottestDay => $"the hottest day lately was {m.Temperature(clue.Value!.Value)}",
            ClueKind.Pot => Invariant($"its pot is {clue.Value * 100:0} % full by the days"),
            ClueKind.Leaves => Invariant($"about {clue.Value:0.#} true leaves"),
            ClueKind.Received => clue.Value is { } ago ? $"bought {Days.Many(ago)} ago" : "raised here, not bought",
            ClueKind.Outdoors => clue.Value is { } since ? $"hardening off for {Days.Many(since)}" : "not outdoors yet",
            ClueKind.Hardening => clue.Weight > 0 ? "it hardens off" : "not hardening off",
            ClueKind.Moved => clue.Value is { } moved ? $"moved {Days.Many(moved)} ago" : "not moved yet",
            ClueKind.Lamps => clue.Weight > 0 ? "it stands under lamps" : "no lamps there",
            ClueKind.SeedWarmth => $"{m.Temperature(clue.Value!.Value)} at the seed",
            ClueKind.SeedAge => Invariant($"{clue.Value * 100:0} % of this lot were expected to come up"),
            ClueKind.OtherLots => clue.Weight > 0 || clue.Weight < -1 ? "other lots there are up" : "other lots there are not up either",
            ClueKind.Crop => crop == Crop.Pepper ? "peppers want it half dry" : "tomatoes want it even",
            ClueKind.Answer => Answer(clue),
            _ => throw new ArgumentOutOfRangeException(nameof(clue), clue, null),
        };

    /// <summary>“Lower leaves yellow since Tue 14 Apr: all of the back row. Better on Thu 16 Apr.”</summary>
    public static string Since(NoteRow note)
    {
        var seen = note.Sign is { } sign ? $"{Of(sign)} since {Days.Say(note.On)}" : Days.Say(note.On);
        var last = note.Looks.LastOrDefault(l => l.How != NoteHow.Gone);
        return seen
            + (note.Words.Length > 0 ? $": {note.Words.TrimEnd('.')}" : "")
            + (last is null ? "." : $". {Of(last.How)} on {Days.Say(last.On)}.");
    }

    public static string Of(NoteHow how) =>
        how switch
        {
            NoteHow.Still => "Still so",
            NoteHow.Better => "Better",
            NoteHow.Treated => "Treated",
            NoteHow.Gone => "Gone",
            _ => throw new ArgumentOutOfRangeException(nameof(how), how, null),
        };

    public static string Of(Likelihood how) =>
        how switch
        {
            Likelihood.Likely => "likely",
            Likelihood.Possible => "possible",
            Likelihood.Unlikely => "less likely",
            _ => throw new ArgumentOutOfRangeException(nameof(how), how, null),
        };

    private static string Answer(Clue clue) => $"{Of(clue.Asked!.Value)} {(clue.Value > 0 ? "Yes." : "No.")}";
}
