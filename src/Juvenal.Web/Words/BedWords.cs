using Juvenal.Core.Cultivars;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Rules;

namespace Juvenal.Web.Words;

/// <summary>Beds and planting, in words.</summary>
internal sealed class BedWords(Measures m)
{
    /// <summary>"Takes 40: 2 rows of 20. 36 to plant, 4 stand there: it is full."</summary>
    /// <param name="fits">Null: nobody said how large it is.</param>
    /// <param name="toGo">Still to be planted.</param>
    /// <param name="planted">Standing there.</param>
    public static string Text(PlantsInBed? fits, int toGo, int planted)
    {
        var parts = new List<string>();
        if (toGo > 0)
            parts.Add($"{toGo:#,0} to plant");
        if (planted > 0)
            parts.Add($"{planted:#,0} {(planted == 1 ? "stands" : "stand")} there");
        var who = parts.Count == 0 ? "Nothing is planned for it" : string.Join(", ", parts);
        if (fits is null)
            return $"{who}. Say how large it is, and it is reckoned how many fit.";
        var left = fits.Plants - toGo - planted;
        return $"Takes {fits.Plants:#,0}: {fits.Rows} {(fits.Rows == 1 ? "row" : "rows")} of {fits.PerRow}. {who}"
            + (
                left > 0 ? $"; room for {left:#,0} more."
                : left == 0 ? "; it is full."
                : $"; {-left:#,0} find no room."
            );
    }

    /// <summary>"30 m by 5.2 m; 50 cm in the row, 75 cm from row to row."</summary>
    public string Size(double lengthCm, double widthCm, double spacingCm, double rowCm) =>
        $"{m.Size(lengthCm)} by {m.Size(widthCm)}; {m.Length(spacingCm)} in the row, {m.Length(rowCm)} from row to row.";

    /// <summary>"Garlic stands", "Something else stands".</summary>
    /// <param name="bears">As the grower calls it; null: nobody said.</param>
    public static string Bears(string? bears) => $"{bears ?? "Something else"} stands";

    /// <summary>"Garlic stands there till Mon 1 Jun." And who comes before, where somebody does.</summary>
    /// <param name="bears">What stands there; null: nobody said.</param>
    /// <param name="free">From when it is free.</param>
    /// <param name="between">Plants go in between it.</param>
    /// <param name="early">Batches that are planned for a day before, by code.</param>
    public static string Taken(string? bears, DateOnly free, bool between, IReadOnlyList<(string Code, DateOnly Day)> early) =>
        $"{Bears(bears)} there till {Days.Say(free)}"
        + (
            early.Count == 0 ? "."
            : between ? $": {string.Join(", ", early.Select(e => e.Code))} {(early.Count == 1 ? "goes" : "go")} in between."
            : early.Count == 1 ? $": {early[0].Code}, {Days.Say(early[0].Day)}, comes before. In between, later, or another bed."
            : $": {string.Join(", ", early.Select(e => e.Code))} come before, from {Days.Say(early.Min(e => e.Day))} on. In between, later, or another bed."
        );

    public IEnumerable<string> Warnings(BedLayout? layout, BedMemory memory, bool plants)
    {
        if (layout is not null && layout.SpacingCm < BedLayout.ClosestCm)
            yield return $"{m.Length(layout.SpacingCm)} in the row is close: only for plants that are trained up one stem. "
                + $"Closer than {m.Length(BedLayout.ClosestCm)} leaves stay wet, and blight spreads.";
        if (layout is not null && layout.Over.Sum() is > 0 and var over)
            yield return $"{over:#,0} find no room: another bed, pots, or fewer.";
        if (!plants)
            yield break;
        foreach (var (what, year) in memory.Trouble)
            yield return what == BedTrouble.Wilt
                ? $"Wilt was seen here in {year}: it stays in the soil for years. Another bed, resistant or grafted plants, or pots."
                : $"Knots on roots were seen here in {year}: another bed, resistant or grafted plants, or pots.";
        if (memory is { Last: { } last, Trouble.Count: 0 })
            yield return $"Tomatoes, peppers or potatoes grew here in {last}"
                + (memory.Years > 1 ? $", {memory.Years} of the last {BedMemory.Remembered} years" : "")
                + ": what ails one ails all. Another bed where there is one; else fresh compost and mulch.";
    }

    /// <summary>"Pull the mulch back".</summary>
    public static string Mulch(MulchWork work) => work == MulchWork.PullBack ? "Pull the mulch back" : "Put the mulch back";

    /// <summary>"For 24 peppers, Sat 30 May: two weeks of sun on bare soil warm it." When the mulch is pulled back or put back, and why.</summary>
    /// <param name="job">The work.</param>
    /// <param name="since">It is pulled back since; null: it lies.</param>
    /// <param name="toGo">Peppers still to go in.</param>
    /// <param name="first">The first day of them.</param>
    /// <param name="standing">Peppers that stand there.</param>
    /// <param name="soilC">Bare soil at 8 o'clock; null: not known.</param>
    /// <param name="warmC">As warm as peppers are asked for it.</param>
    /// <param name="today">The nursery's day.</param>
    public string Mulch(MulchJob job, DateOnly? since, int toGo, DateOnly? first, int standing, double? soilC, double warmC, DateOnly today)
    {
        var peppers = $"{toGo:#,0} {(toGo == 1 ? "pepper" : "peppers")}";
        if (job is { Work: MulchWork.PullBack, Due: { } due })
            return (job.IsDue(today) ? "" : $"From {Days.Say(due)}: ")
                + $"{(job.IsDue(today) ? "For" : "for")} {peppers}, {Days.Say(first ?? today)}. Sun on bare soil warms it.";
        var back = since is { } day ? $"Pulled back on {Days.Say(day)}. " : "";
        if (toGo > 0)
            return $"{back}It goes back once {peppers} stand there and the soil is {m.Temperature(warmC)} in the morning.";
        return back
            + (
                standing == 0 ? "No peppers are to go in any more."
                : soilC is not { } soil ? $"It goes back once the soil is {m.Temperature(warmC)} in the morning."
                : job.IsDue(today) ? $"The soil is {m.Temperature(soil)} in the morning: warm enough to keep."
                : $"It goes back once the soil is {m.Temperature(warmC)} in the morning; now it is {m.Temperature(soil)}."
            );
    }

    /// <summary>What planting takes, in the order in which it is done.</summary>
    /// <param name="fill">In all.</param>
    /// <param name="who">By batch.</param>
    /// <param name="rules">House rules.</param>
    /// <param name="mulched">Deep mulch is there already.</param>
    public IEnumerable<string> Work(
        HoleFill fill,
        IReadOnlyList<(string Cultivar, string Code, Crop Crop, Habit Habit, int Plants, (double Cm, int Strip)? Hole)> who,
        HouseRules rules,
        bool mulched = false
    )
    {
        yield return "Water the pots an hour before. Evening, or a dull day.";
        foreach (var (cultivar, code, crop, habit, plants, hole) in who)
            yield return $"{cultivar} {code}: {plants:#,0} {(plants == 1 ? "hole" : "holes")}"
                + (
                    hole is not var (cm, strip)
                        ? "; how deep is told once they stand in pots."
                        : $", about {m.Length(Math.Max(RoundCm, Math.Round(cm / RoundCm) * RoundCm))} deep"
                            + (
                                crop == Crop.Pepper ? ", as deep as they stood"
                                : habit == Habit.Dwarf ? ", a little deeper than they stood"
                                : ", to the lowest leaves that stay"
                            )
                            + (strip > 0 ? $"; strip {strip} {(strip == 1 ? "leaf" : "leaves")} below." : ".")
                );
        if (rules.Flowers == FlowersRule.Remove)
            yield return "Pinch flowers off; dwarfs keep theirs.";
        if (fill.FeedG > 0)
            yield return $"Granules: {m.Grams(fill.FeedG)} in all, {m.Grams(HoleFill.GranulesG)} at the bottom of each hole under a layer of soil, "
                + "never against roots. The label's rate comes first; gloves.";
        if (fill.CompostL > 0)
            yield return $"Ripe compost: {m.Volume(Math.Round(fill.CompostL))}, a handful in each hole. Gloves, wash your hands.";
        yield return $"Water: {m.Volume(Math.Round(fill.WaterL))}. Fill each hole, let it drain, plant, firm, water in. "
            + "The first water of a hose in the sun scalds.";
        foreach (var stakes in Stakes(fill.Stakes, fill.ShortStakes))
            yield return stakes;
        yield return $"{fill.Collars:#,0} {(fill.Collars == 1 ? "collar" : "collars")} against cutworms, half in the soil.";
        if (!mulched && fill.MulchL is { } mulch)
            yield return $"Mulch, {m.Length(HoleFill.MulchCm)} thick once the soil is warm: {m.Volume(Math.Round(mulch / 10) * 10)}.";
        yield return "Shade them on a first sunny day. A day or two of droop is normal.";
    }

    /// <summary>In a bed and in a pot alike.</summary>
    /// <param name="tall">For tall and half-bush tomatoes.</param>
    /// <param name="low">For what is low and bears heavily.</param>
    public static IEnumerable<string> Stakes(int tall, int low)
    {
        if (tall > 0)
            yield return $"{tall:#,0} {(tall == 1 ? "stake or cage" : "stakes or cages")}, set before the plant. Cap canes: eyes.";
        if (low > 0)
            yield return $"{low:#,0} short {(low == 1 ? "stake" : "stakes")}, where fruit is heavy. Cap them.";
    }

    /// <summary>Holes are dug to this, cm.</summary>
    private const double RoundCm = 5;
}
