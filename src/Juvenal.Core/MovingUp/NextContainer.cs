using Juvenal.Core.Growth;
using Juvenal.Core.Places;

namespace Juvenal.Core.MovingUp;

/// <summary>A container that plants may go into next.</summary>
/// <param name="Container">Which.</param>
/// <param name="FullOn">It holds them in comfort until then; null: beyond what is looked at, or without end.</param>
/// <param name="OverdueOn">From then on they suffer; null likewise.</param>
/// <param name="Jump">Much larger than what they stand in: watered sparingly until roots are at its wall.</param>
public sealed record PotChoice(Container Container, DateOnly? FullOn, DateOnly? OverdueOn, bool Jump);

/// <summary>Which container comes next. [common practice, no source]</summary>
public static class NextContainer
{
    /// <summary>From a cell: a 9–10 cm pot, L.</summary>
    public const double AfterCellLitres = 0.45;

    /// <summary>From a pot: about double the volume.</summary>
    public const double Times = 2;

    /// <summary>From a pot into more than this many times its volume is a jump.</summary>
    public const double MostTimes = 3;

    /// <summary>From a cell into more than this is a jump, L.</summary>
    public const double MostAfterCellLitres = 1;

    /// <summary>How far ahead a container's end is looked for, days.</summary>
    public const int LookAheadDays = 200;

    /// <summary>The bigger pot that is nearest to what is wanted, by ratio; null where none is bigger.</summary>
    /// <param name="now">What the plants stand in.</param>
    /// <param name="all">What there is; trays are no pots.</param>
    public static Container? After(Container now, IEnumerable<Container> all)
    {
        ArgumentNullException.ThrowIfNull(now);
        var wanted = now.Cells is null ? now.Litres * Times : AfterCellLitres;
        return all.Where(c => c.Cells is null && c.Litres > now.Litres).MinBy(c => Math.Abs(Math.Log(c.Litres / wanted)));
    }

    /// <summary>Until when each larger pot holds the plants where they are to stand.</summary>
    /// <param name="now">What they stand in.</param>
    /// <param name="all">What there is.</param>
    /// <param name="leaf">The crop's leaf model.</param>
    /// <param name="at">Where they are to stand.</param>
    /// <param name="today">The day of the move.</param>
    /// <returns>The smallest first.</returns>
    public static IReadOnlyList<PotChoice> Choices(
        Container now,
        IEnumerable<Container> all,
        LeafModel leaf,
        PlaceClimate at,
        DateOnly today
    )
    {
        ArgumentNullException.ThrowIfNull(now);
        return
        [
            .. all.Where(c => c.Cells is null && c.Litres > now.Litres).OrderBy(c => c.Litres).Select(c => Choice(now, c, leaf, at, today)),
        ];
    }

    /// <summary>Until when one holds them.</summary>
    public static PotChoice Choice(Container now, Container into, LeafModel leaf, PlaceClimate at, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(now);
        ArgumentNullException.ThrowIfNull(into);
        var (full, overdue) = PotHold.Until(leaf, into, at, today, today, LookAheadDays);
        return new(into, full, overdue, now.Cells is null ? into.Litres > now.Litres * MostTimes : into.Litres > MostAfterCellLitres);
    }

    /// <summary>The smallest pot that holds them until a day, where the one that is planned is overdue before.</summary>
    /// <param name="planned">That the plan takes.</param>
    /// <param name="choices">As <see cref="Choices"/> gave them.</param>
    /// <param name="until">They leave it on that day.</param>
    /// <returns>Null where the planned one does, or none does.</returns>
    public static PotChoice? Enough(PotChoice planned, IEnumerable<PotChoice> choices, DateOnly until)
    {
        ArgumentNullException.ThrowIfNull(planned);
        return planned.OverdueOn is not { } overdue || overdue >= until
            ? null
            : choices.FirstOrDefault(c => c.Container.Litres > planned.Container.Litres && !(c.OverdueOn < until));
    }
}
