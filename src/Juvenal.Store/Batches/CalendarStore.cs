using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Batches;

/// <summary>A step as a calendar shows it.</summary>
/// <param name="Revision">Rises whenever its day or place changes.</param>
/// <param name="Cancelled">It was taken out of its path.</param>
public sealed record CalendarStep(
    Guid Step,
    Guid BatchId,
    string Code,
    Guid CultivarId,
    Start Start,
    StepKind Kind,
    int Number,
    DateOnly On,
    string Place,
    string? Container,
    int Revision,
    bool Cancelled
);

/// <summary>Work to come, as calendars show it.</summary>
public sealed class CalendarStore(NurseryTransaction nursery)
{
    /// <summary>A step that was taken out is told of for so long, days: calendars fetch now and then.</summary>
    public const int CancelledDays = 60;

    private const string Steps = $"""
        -- Steps that are not done, of batches that are not ended; and those that were taken out lately, or whose batch was ended.
        select w.id, b.id, b.code, b.cultivar_id, b.start, w.kind, case when w.kind = 'move' then {StepSql.Number} else 0 end,
          greatest(p.mid, p.put_off_to), p.place, p.container, p.revision,
          w.retired_on is not null or b.ended_on is not null
        from plan_step p
        join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id
        join batch b on b.nursery_id = p.nursery_id and b.id = p.batch_id
        where p.done_on is null
          and coalesce(w.retired_on, b.ended_on, $1) > $1 - $2
        order by greatest(p.mid, p.put_off_to), length(b.code), b.code, w.id
        limit $3
        """;

    /// <summary>No calendar has more.</summary>
    private const int Most = 5000;

    public Task<List<CalendarStep>> StepsAsync(DateOnly today, CancellationToken cancel) =>
        nursery.ListAsync(
            Steps,
            r => new CalendarStep(
                r.GetGuid(0),
                r.GetGuid(1),
                r.GetString(2),
                r.GetGuid(3),
                r.Enum<Start>(4),
                r.Enum<StepKind>(5),
                r.GetInt32(6),
                r.GetFieldValue<DateOnly>(7),
                r.GetString(8),
                r.TextOrNull(9),
                r.GetInt32(10),
                r.GetBoolean(11)
            ),
            cancel,
            Sql.Of(today),
            Sql.Of(CancelledDays),
            Sql.Of(Most)
        );
}
