namespace Juvenal.Core.Season;

/// <summary>True leaves on a day between the steps of a plan.</summary>
public static class LeavesOn
{
    /// <summary>More than this a batch does not begin with: such a plant flowers. [model]</summary>
    public const double Most = 12;

    /// <param name="steps">Days of a plan's steps with the true leaves expected on them, in any order.</param>
    /// <param name="up">The day they came up, with none; null where that is not known.</param>
    /// <param name="day">Which day.</param>
    /// <returns>On a straight line between the two nearest days, 0 to <see cref="Most"/>; before the first as on the first, after the
    /// last as on the last. 2 where nothing is known.</returns>
    public static double Of(IEnumerable<(DateOnly Day, double Leaves)> steps, DateOnly? up, DateOnly day)
    {
        var known = steps.Concat(up is { } zero ? [(zero, 0.0)] : []).OrderBy(s => s.Item1).ThenBy(s => s.Item2).ToList();
        if (known.Count == 0)
            return Beginning.UsualLeaves(Start.Standing);
        var after = known.FindIndex(s => s.Item1 > day);
        var leaves = after switch
        {
            -1 => known[^1].Item2,
            0 => known[0].Item2,
            _ => Between(known[after - 1], known[after], day),
        };
        return Math.Clamp(leaves, 0, Most);
    }

    /// <summary>The first day with so many true leaves.</summary>
    /// <param name="steps">As for <see cref="Of"/>.</param>
    /// <param name="up">As for <see cref="Of"/>.</param>
    /// <param name="leaves">How many.</param>
    /// <returns>Null where the plan does not come to so many, or nothing is known.</returns>
    public static DateOnly? First(IEnumerable<(DateOnly Day, double Leaves)> steps, DateOnly? up, double leaves)
    {
        var known = steps.Concat(up is { } zero ? [(zero, 0.0)] : []).OrderBy(s => s.Item1).ThenBy(s => s.Item2).ToList();
        var after = known.FindIndex(s => s.Item2 >= leaves);
        if (after <= 0)
            return after == 0 ? known[0].Item1 : null;
        var (a, b) = (known[after - 1], known[after]);
        return a.Item1.AddDays((int)Math.Ceiling((leaves - a.Item2) / (b.Item2 - a.Item2) * (b.Item1.DayNumber - a.Item1.DayNumber)));
    }

    private static double Between((DateOnly Day, double Leaves) a, (DateOnly Day, double Leaves) b, DateOnly day) =>
        a.Leaves + ((b.Leaves - a.Leaves) * (day.DayNumber - a.Day.DayNumber) / (b.Day.DayNumber - a.Day.DayNumber));
}
