using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>The steps of a batch's path: their names, and how they are written.</summary>
internal static class PathRows
{
    private const string PutPath = """
        -- The steps of a batch: those of its path, and those taken out of it since.
        insert into path_step (nursery_id, id, batch_id, ordinal, kind, place_id, container_id, locked_on, retired_on)
        select $1, s.id, $2, s.ordinal, s.kind, s.place_id, s.container_id, s.locked_on, case when s.retired then $10::date end
        from unnest($3::uuid[], $4::int[], $5::text[], $6::uuid[], $7::uuid[], $8::date[], $9::bool[])
          as s (id, ordinal, kind, place_id, container_id, locked_on, retired)
        on conflict (nursery_id, id) do update
        set ordinal = excluded.ordinal, place_id = excluded.place_id, container_id = excluded.container_id, locked_on = excluded.locked_on,
          retired_on = case when excluded.retired_on is not null then coalesce(path_step.retired_on, excluded.retired_on) end
        """;

    private const string OfOthers = """
        -- Are these the steps of other batches?
        select id
        from path_step
        where id = any($1)
          and batch_id <> $2
        """;

    /// <summary>The route of a batch that is new.</summary>
    public static Route RouteOf(Guid id, BatchInput input) => new(input.Path(id));

    /// <summary>With a name for each move that has none: it is the one that stands there now, and a further one is new.</summary>
    public static BatchInput Named(BatchInput input, Route route)
    {
        var named = input.Moves.Select(m => m.Id).ToHashSet();
        return input with
        {
            Moves = [.. input.Moves.Select((m, i) => m.Id is null ? m with { Id = There(i) ?? Guid.CreateVersion7() } : m)],
        };

        Guid? There(int i) => i < route.Moves.Count && !named.Contains(route.Moves[i].Id.Value) ? route.Moves[i].Id.Value : null;
    }

    /// <exception cref="RefusedException">A move has the name of another step of this batch.</exception>
    public static void CheckNames(Guid id, BatchInput input, Route? route)
    {
        var taken = (route?.All.Select(s => s.Step) ?? Route.Unnamed(input.Begins.Kind, 0, hold: true, id))
            .Where(s => s.Kind != StepKind.Move)
            .Select(s => (Guid?)s.Id.Value)
            .ToHashSet();
        for (var i = 0; i < input.Moves.Count; i++)
        {
            if (input.Moves[i].Id is { } name && (!taken.Add(name) || name == Guid.Empty))
                throw new RefusedException(new Failure("not-chosen", $"path.moves[{i}].id"));
        }
    }

    /// <exception cref="RefusedException">A move has the name of a step of another batch.</exception>
    public static async Task CheckNamesAsync(NurseryTransaction nursery, Guid id, Route route, CancellationToken cancel)
    {
        var others = await nursery.ListAsync(
            OfOthers,
            r => new StepId(r.GetGuid(0)),
            cancel,
            Sql.Of(route.Moves.Select(m => m.Id.Value).ToArray()),
            Sql.Of(id)
        );
        if (route.Moves.FirstOrDefault(m => others.Contains(m.Id)) is { Number: > 0 } taken)
            throw new RefusedException(new Failure("not-chosen", $"path.moves[{taken.Number - 1}].id"));
    }

    public static NpgsqlBatchCommand Of(Guid nursery, Guid id, Route route, DateOnly today) =>
        NurseryTransaction.Command(
            PutPath,
            Sql.Of(nursery),
            Sql.Of(id),
            Sql.Of(route.All.Select(s => s.Step.Id.Value).ToArray()),
            Sql.Of(route.All.Select((_, i) => i).ToArray()),
            Sql.Of(route.All.Select(s => s.Step.Kind.Word()).ToArray()),
            Sql.Of(route.All.Select(s => s.At.Place).ToArray()),
            Sql.Of(route.All.Select(s => s.At.Container).ToArray()),
            Sql.Of(route.All.Select(s => s.LockedOn).ToArray()),
            Sql.Of(route.All.Select(s => s.Retired).ToArray()),
            Sql.Of(today)
        );
}
