using Juvenal.Core.Season;

namespace Juvenal.Store.Plans;

/// <summary>What several statements ask of steps in the same words.</summary>
internal static class StepSql
{
    /// <summary>Which move step <c>w</c> is among those of its path, from 1.</summary>
    public const string Number = """
        (select count(*)::int
            from path_step v
            where v.nursery_id = w.nursery_id and v.batch_id = w.batch_id and v.kind = 'move' and v.retired_on is null
              and v.ordinal <= w.ordinal)
        """;

    /// <summary>A day moved far enough to be told (<see cref="Planner.ToldFromDays"/>): step <c>p</c>.</summary>
    public static readonly string Moved = $"abs(p.mid - p.announced_on) >= {Planner.ToldFromDays}";
}
