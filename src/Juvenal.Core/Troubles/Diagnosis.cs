using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;

namespace Juvenal.Core.Troubles;

/// <summary>A cause with what speaks for and against it, the strongest first.</summary>
/// <param name="Cause">Which.</param>
/// <param name="Score">How well it fits: what is usual for the sign, and all clues together.</param>
/// <param name="Clues">From the record and from answers.</param>
/// <param name="Open">What is to be looked at next: not answered yet.</param>
public sealed record RankedCause(Cause Cause, double Score, IReadOnlyList<Clue> Clues, IReadOnlyList<Question> Open)
{
    public Likelihood How =>
        Score >= Diagnosis.LikelyFrom ? Likelihood.Likely
        : Score >= Diagnosis.PossibleFrom ? Likelihood.Possible
        : Likelihood.Unlikely;
}

public enum Likelihood
{
    Unlikely,
    Possible,
    Likely,
}

/// <summary>Likely causes of a sign, ranked by what is known of these plants. Never one certain answer. [common practice, no source]</summary>
public static class Diagnosis
{
    /// <summary>Cold nights and strong feed show for so long, days. [model]</summary>
    public const int NightsBack = 14;

    /// <summary>Heat shows for so long, days. [model]</summary>
    public const int DaysBack = 7;

    /// <summary>Nothing fed for so long in the same mix, days, and it is used up. [common practice, no source]</summary>
    public const int HungryDays = 21;

    /// <summary>Fed so lately, days, they are not hungry. [model]</summary>
    public const int FedLatelyDays = 8;

    /// <summary>Fed stronger than this, N in mg/L, plants are soft and dark. [common practice, no source]</summary>
    public const double OverFedPpm = 150;

    /// <summary>Nights above this, °C, are too warm for weak light. [common practice, no source]</summary>
    public const double WarmNightC = 20;

    /// <summary>Light below which warm nights stretch plants, mol/m²·d. [common practice, no source]</summary>
    public const double WeakLightMol = 10;

    /// <summary>Nights below which tomatoes turn pale or purple, °C. [common practice, no source]</summary>
    public const double TomatoNightC = 12;

    /// <summary>The same for peppers, °C. [common practice, no source]</summary>
    public const double PepperNightC = 15;

    /// <summary>Above this, °C, leaves curl, and nothing is fed or moved. [common practice, no source]</summary>
    public const double HotC = Airing.ShadeAboveC;

    /// <summary>Seed leaves yellow by themselves from so many true leaves on. [common practice, no source]</summary>
    public const double SeedLeavesGoAt = 4;

    /// <summary>A plant stands still for so long after a move, days. [common practice, no source]</summary>
    public const int SettlingDays = 7;

    /// <summary>What came out of a shop or a parcel shows it for so long, days. [common practice, no source]</summary>
    public const int TransitDays = 14;

    /// <summary>Sun marks leaves that are new to it within so many days. [common practice, no source]</summary>
    public const int NewToSunDays = 10;

    /// <summary>Feeding counts as logged where something was fed within so many days. [model]</summary>
    public const int LoggedDays = 60;

    /// <summary>Other lots were sown with this one no further apart than so many days. [model]</summary>
    public const int SownTogetherDays = 3;

    /// <summary>After a look a sign is not asked after again for so long, days. [model]</summary>
    public const int AskAgainDays = 2;

    /// <summary>Nights that keep plants short in weak light, °C. [Knott's, from memory]</summary>
    public const double CoolNightC = 17;

    /// <summary>Seed comes up late and patchy below this warmth, °C. [model, from the table of Harrington and Minges 1954]</summary>
    public const double ColdSeedC = 18;

    /// <summary>Of seed that is expected to come up by less than this, age is a likely cause. [model]</summary>
    public const double OldSeedShare = 0.7;

    /// <summary>Taller than its kind by so much, it is more than the kind. [model]</summary>
    public const double TooTall = 1.2;

    internal const double LikelyFrom = 2.5;
    internal const double PossibleFrom = 0;

    private const double Strong = 2;
    private const double Hint = 1;

    /// <summary>What is behind a sign, the most usual first.</summary>
    public static IReadOnlyDictionary<Sign, IReadOnlyList<Cause>> Causes { get; } =
        new Dictionary<Sign, IReadOnlyList<Cause>>
        {
            [Sign.Leggy] = [Cause.DimLight, Cause.WarmNights, Cause.LeavesTouch, Cause.OverFed, Cause.TallKind],
            [Sign.Pale] = [Cause.Hungry, Cause.WetRoots, Cause.ColdNights, Cause.InTransit, Cause.SuddenSun],
            [Sign.LowerLeavesYellow] = [Cause.Hungry, Cause.Overdue, Cause.OldSeedLeaves],
            [Sign.Purple] = [Cause.ColdNights, Cause.HardeningColour],
            [Sign.Blisters] = [Cause.WetRoots, Cause.StillAir],
            [Sign.Curled] = [Cause.WetRoots, Cause.Heat, Cause.Aphids, Cause.OverFed],
            [Sign.LimpWet] = [Cause.WetRoots, Cause.ColdNights],
            [Sign.LimpDry] = [Cause.Thirst, Cause.Overdue],
            [Sign.LimpAtNoon] = [Cause.SunAfterDull, Cause.JustMoved, Cause.Thirst],
            [Sign.Fallen] = [Cause.DampingOff, Cause.BeatenFlat],
            [Sign.NothingUp] = [Cause.ColdSeed, Cause.DriedOut, Cause.OldSeed, Cause.TooDeep, Cause.Mouse],
            [Sign.CoatStuck] = [Cause.TooShallow, Cause.DryAir],
            [Sign.Bitten] = [Cause.Slug, Cause.Mouse, Cause.Bird],
            [Sign.CutInBed] = [Cause.Cutworm, Cause.Slug],
            [Sign.ScorchedTops] = [Cause.LampNear, Cause.NewUnderLamp],
            [Sign.WhitePatches] = [Cause.SkippedRung, Cause.SunAfterDull, Cause.ColdNights],
            [Sign.NothingNew] = [Cause.JustMoved, Cause.ColdNights, Cause.Overdue, Cause.PotTooBig],
            [Sign.StaysShort] = [Cause.GrowthRegulator, Cause.ColdNights, Cause.Overdue],
            [Sign.BrownRoots] = [Cause.Overdue, Cause.WetRoots, Cause.OverFed],
            [Sign.GreenMix] = [Cause.WetSurface, Cause.StillAir],
            [Sign.WhiteCrust] = [Cause.HardWater, Cause.Salts],
            [Sign.Insects] = [Cause.Aphids, Cause.Gnats],
            [Sign.Flowers] = [Cause.Overdue, Cause.Thirst, Cause.ColdNights],
            [Sign.Twisted] = [Cause.UnevenWater, Cause.ColdNights, Cause.Aphids, Cause.Weedkiller, Cause.Virus],
        };

    /// <summary>What to look at for a cause, and the answer that speaks for it.</summary>
    public static IReadOnlyList<(Question Question, bool Yes)> Asks(Cause cause) =>
        cause switch
        {
            Cause.DimLight => [(Question.LightWeak, true)],
            Cause.WarmNights => [(Question.WarmAtNight, true)],
            Cause.LeavesTouch => [(Question.LeavesTouch, true)],
            Cause.OverFed => [(Question.FedStrong, true)],
            Cause.TallKind => [(Question.TallByNature, true)],
            Cause.Hungry => [(Question.FedLately, false)],
            Cause.WetRoots => [(Question.MixWet, true), (Question.RootsBrown, true)],
            Cause.ColdNights => [(Question.ColdAtNight, true)],
            Cause.InTransit => [(Question.FromShop, true)],
            Cause.SuddenSun => [(Question.NewToSun, true)],
            Cause.Overdue => [(Question.RootsMatted, true)],
            Cause.OldSeedLeaves => [(Question.SeedLeavesAlone, true)],
            Cause.HardeningColour => [(Question.NewToSun, true)],
            Cause.StillAir => [(Question.AirStill, true)],
            Cause.Heat => [(Question.HotAtNoon, true)],
            Cause.Aphids => [(Question.InsectsBelow, true)],
            Cause.Thirst => [(Question.MixDry, true)],
            Cause.DampingOff => [(Question.NeckRotten, true)],
            Cause.BeatenFlat => [(Question.NeckRotten, false)],
            Cause.ColdSeed => [(Question.SeedFirm, true)],
            Cause.DriedOut => [(Question.DriedOnce, true)],
            Cause.OldSeed => [(Question.SeedSoft, true)],
            Cause.TooDeep => [(Question.SownDeep, true)],
            Cause.Mouse => [(Question.Dug, true)],
            Cause.TooShallow => [(Question.SownShallow, true)],
            Cause.DryAir => [(Question.AirDry, true)],
            Cause.Slug => [(Question.Slime, true)],
            Cause.Bird => [(Question.Pecked, true)],
            Cause.SunAfterDull => [(Question.DullBefore, true)],
            Cause.JustMoved => [(Question.MovedLately, true)],
            Cause.LampNear => [(Question.LampClose, true)],
            Cause.NewUnderLamp => [(Question.NewUnderLamp, true)],
            Cause.GrowthRegulator => [(Question.FlowersEarly, true)],
            Cause.PotTooBig => [(Question.PotMuchBigger, true)],
            Cause.Cutworm => [(Question.Grub, true)],
            Cause.SkippedRung => [(Question.CarriedOutAtOnce, true)],
            Cause.WetSurface => [(Question.SurfaceWet, true)],
            Cause.Salts => [(Question.FedStrong, true)],
            Cause.HardWater => [(Question.HardWater, true)],
            Cause.Gnats => [(Question.FliesOverMix, true)],
            Cause.UnevenWater => [(Question.WaterUneven, true)],
            Cause.Weedkiller => [(Question.WholeMixAlike, true)],
            Cause.Virus => [(Question.OneHereOneThere, true)],
            _ => throw new ArgumentOutOfRangeException(nameof(cause), cause, null),
        };

    /// <summary>The causes of a sign, those that fit best first.</summary>
    /// <param name="sign">What is seen.</param>
    /// <param name="known">What the record knows.</param>
    /// <param name="answers">What was looked at since.</param>
    public static IReadOnlyList<RankedCause> Of(Sign sign, Evidence known, IReadOnlyDictionary<Question, bool> answers)
    {
        ArgumentNullException.ThrowIfNull(known);
        ArgumentNullException.ThrowIfNull(answers);
        var causes = Causes[sign];
        var ranked = new List<RankedCause>();
        foreach (var (cause, place) in causes.Select((c, i) => (c, i)))
        {
            var clues = FromRecord(cause, known).ToList();
            foreach (var (question, yes) in Asks(cause))
            {
                if (answers.TryGetValue(question, out var said))
                    clues.Add(new(ClueKind.Answer, said == yes ? Strong : -Strong, said ? 1 : 0, null, question));
            }

            ranked.Add(
                new(
                    cause,
                    // The most usual of a sign has a start of a hint; the last none.
                    (Hint * (causes.Count - place) / causes.Count) + clues.Sum(c => c.Weight),
                    [.. clues.OrderByDescending(c => Math.Abs(c.Weight))],
                    [.. Asks(cause).Select(a => a.Question).Where(q => !answers.ContainsKey(q))]
                )
            );
        }

        return [.. ranked.OrderByDescending(r => r.Score).ThenBy(r => r.Cause)];
    }

    /// <summary>What of a sign's questions tells the two best apart; null where nothing is left that does.</summary>
    public static Question? Tells(IReadOnlyList<RankedCause> ranked)
    {
        ArgumentNullException.ThrowIfNull(ranked);
        return ranked.Count > 1 && ranked[0].Score - ranked[1].Score < Strong
            ? ranked.Take(2).SelectMany(r => r.Open).Select(q => (Question?)q).FirstOrDefault()
            : null;
    }

    private static IEnumerable<Clue> FromRecord(Cause cause, Evidence e)
    {
        var coldC = e.Crop == Crop.Tomato ? TomatoNightC : PepperNightC;
        switch (cause)
        {
            case Cause.DimLight when e.LightMol is { } mol:
                yield return new(ClueKind.Light, mol < LightAtLeaves.LeastMol ? Strong : -Strong, mol, LightAtLeaves.LeastMol);
                break;
            case Cause.WarmNights when e is { NightC: { } night, LightMol: { } mol }:
                yield return new(
                    ClueKind.NightsForTheLight,
                    night > WarmNightC && mol < WeakLightMol ? Strong
                        : night > WarmNightC || mol < WeakLightMol ? -Hint
                        : -Strong,
                    night,
                    WarmNightC
                );
                break;
            case Cause.TallKind:
                yield return new(ClueKind.Kind, e.Tall ? Hint : -Hint);
                if (e.HeightShare is { } share)
                    yield return new(ClueKind.Height, share < TooTall ? Strong : -Strong, share, TooTall);
                break;
            case Cause.OverFed or Cause.Salts when e.FedPpm is { } ppm:
                yield return new(ClueKind.FedStrength, ppm > OverFedPpm ? Strong : -Hint, ppm, OverFedPpm);
                break;
            case Cause.OverFed or Cause.Salts when e is { FeedLogged: true, DaysSinceFed: null or > NightsBack }:
                yield return new(ClueKind.Fed, -Strong, e.DaysSinceFed, NightsBack);
                break;
            case Cause.Hungry:
                if (e.DaysInPot is { } inMix)
                {
                    // New mix feeds for a while; and no entry is evidence only where feeding is logged at all.
                    if (inMix < HungryDays)
                        yield return new(ClueKind.DaysInMix, -Hint, inMix, HungryDays);
                    else if (e.FeedLogged && (e.DaysSinceFed is null || e.DaysSinceFed >= HungryDays))
                        yield return new(ClueKind.Fed, Strong, e.DaysSinceFed, HungryDays);
                }

                if (e.DaysSinceFed is { } fed && fed <= FedLatelyDays)
                    yield return new(ClueKind.Fed, -Strong, fed, FedLatelyDays);
                break;
            case Cause.ColdNights when e.ColdestC is { } coldest:
                yield return new(ClueKind.ColdestNight, coldest < coldC ? Strong : -Strong, coldest, coldC);
                break;
            case Cause.InTransit:
                yield return e.DaysSinceReceived is { } received
                    ? new(ClueKind.Received, received <= TransitDays ? Strong : -Hint, received, TransitDays)
                    : new(ClueKind.Received, -2 * Strong);
                break;
            case Cause.GrowthRegulator:
                yield return e.DaysSinceReceived is { } came ? new(ClueKind.Received, Hint, came) : new(ClueKind.Received, -2 * Strong);
                break;
            case Cause.SuddenSun or Cause.SkippedRung:
                yield return e.DaysOutdoors is { } days
                    ? new(ClueKind.Outdoors, days <= NewToSunDays ? Strong : -Hint, days, NewToSunDays)
                    : new(ClueKind.Outdoors, -Strong);
                if (cause == Cause.SkippedRung && e is { RungsDone: { } rungs, DaysOutdoors: { } out1 } && rungs + 1 < out1)
                    yield return new(ClueKind.Hardening, Hint, rungs, out1);
                break;
            case Cause.HardeningColour:
                yield return new(ClueKind.Hardening, e.DaysOutdoors is null ? -Strong : Strong, e.DaysOutdoors);
                break;
            case Cause.Overdue when e.PotShare is { } full:
                yield return new(ClueKind.Pot, full >= 1 ? Strong : -Strong, full, 1);
                break;
            case Cause.PotTooBig when e is { PotShare: { } filled, DaysInPot: { } since }:
                yield return new(ClueKind.Pot, filled < 0.5 && since > SettlingDays ? Hint : -Hint, filled, 0.5);
                break;
            case Cause.OldSeedLeaves when e.Leaves is { } leaves:
                yield return new(ClueKind.Leaves, leaves >= SeedLeavesGoAt ? Strong : -Strong, leaves, SeedLeavesGoAt);
                break;
            case Cause.StillAir:
                yield return new(ClueKind.Lamps, e.UnderLamps ? Hint : -Hint);
                break;
            case Cause.Heat when e.HottestC is { } hot:
                yield return new(ClueKind.HottestDay, hot >= HotC ? Strong : -Strong, hot, HotC);
                break;
            case Cause.WetRoots:
                // Peppers want it drier, and most of them are watered like tomatoes.
                if (e.Crop == Crop.Pepper)
                    yield return new(ClueKind.Crop, Hint);
                break;
            case Cause.JustMoved:
                yield return e.DaysSinceMove is { } moved
                    ? new(ClueKind.Moved, moved <= SettlingDays ? Strong : -Strong, moved, SettlingDays)
                    : new(ClueKind.Moved, -Strong, null, SettlingDays);
                break;
            case Cause.LampNear or Cause.NewUnderLamp:
                yield return new(ClueKind.Lamps, e.UnderLamps ? Hint : -2 * Strong);
                break;
            case Cause.ColdSeed when e.SeedC is { } warmth:
                yield return new(ClueKind.SeedWarmth, warmth < ColdSeedC ? Strong : -Strong, warmth, ColdSeedC);
                if (e.OtherLotsUp == true)
                    yield return new(ClueKind.OtherLots, -Strong);
                break;
            case Cause.OldSeed:
                if (e.Germination is { } expected)
                    yield return new(ClueKind.SeedAge, expected < OldSeedShare ? Strong : -Hint, expected, OldSeedShare);
                if (e.OtherLotsUp is { } up)
                    yield return new(ClueKind.OtherLots, up ? Strong : -Hint);
                break;
            case Cause.DriedOut when e.OtherLotsUp == true:
                yield return new(ClueKind.OtherLots, -Hint);
                break;
        }
    }
}
