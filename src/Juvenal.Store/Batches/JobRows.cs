using System.Security.Cryptography;
using System.Text.Json;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>Gathers the jobs of batches, and writes those of batches whose jobs say something else than before.</summary>
internal sealed class JobRows(Guid nursery)
{
    private const string Put = """
        -- Jobs as they are now.
        insert into job (nursery_id, batch_id, kind, step_id, group_id, place_id, from_container_id, from_seedlings, from_containers,
          to_place_id, to_container_id, low, mid, high, due, put_off_to, shows_from, seedlings, containers, seeds, trays, mix_litres,
          minutes, thin, code, cultivar_id, start, step_kind, step_ordinal)
        select $1, j.*, b.code, b.cultivar_id, b.start, w.kind, w.ordinal
        from unnest($2::uuid[], $3::text[], $4::uuid[], $5::uuid[], $6::uuid[], $7::uuid[], $8::int[], $9::int[], $10::uuid[], $11::uuid[],
          $12::date[], $13::date[], $14::date[], $15::date[], $16::date[], $17::date[], $18::int[], $19::int[], $20::int[], $21::int[],
          $22::double precision[], $23::int[], $24::jsonb[]) as j (batch_id, kind, step_id, group_id, place_id,
            from_container_id, from_seedlings, from_containers, to_place_id, to_container_id, low, mid, high, due, put_off_to, shows_from,
            seedlings, containers, seeds, trays, mix_litres, minutes, thin)
        join batch b on b.id = j.batch_id
        join path_step w on w.id = j.step_id
        on conflict (nursery_id, batch_id, kind, group_id) do update
        set step_id = excluded.step_id, place_id = excluded.place_id, from_container_id = excluded.from_container_id,
          from_seedlings = excluded.from_seedlings, from_containers = excluded.from_containers, to_place_id = excluded.to_place_id,
          to_container_id = excluded.to_container_id, low = excluded.low, mid = excluded.mid, high = excluded.high, due = excluded.due,
          put_off_to = excluded.put_off_to, shows_from = excluded.shows_from, seedlings = excluded.seedlings,
          containers = excluded.containers, seeds = excluded.seeds, trays = excluded.trays, mix_litres = excluded.mix_litres,
          minutes = excluded.minutes, thin = excluded.thin, cultivar_id = excluded.cultivar_id, start = excluded.start,
          step_kind = excluded.step_kind, step_ordinal = excluded.step_ordinal
        """;

    private const string Delete = """
        -- Jobs that are done, or not wanted any more.
        delete from job j
        where j.batch_id = any($1)
          and not exists (
            select from unnest($2::uuid[], $3::text[], $4::uuid[]) as w (batch_id, kind, group_id)
            where w.batch_id = j.batch_id and w.kind = j.kind and w.group_id is not distinct from j.group_id)
        """;

    private readonly List<Guid> _batches = [];
    private readonly List<(Guid Batch, Route Route, Job Job)> _jobs = [];

    /// <returns>What they say, in short; null where that is what is stored.</returns>
    /// <param name="batch">Whose.</param>
    /// <param name="route">Its steps.</param>
    /// <param name="jobs">All of them.</param>
    /// <param name="stored">What the stored ones say.</param>
    /// <param name="of">What its batch is, as far as its jobs say that too; null: they are written, whatever they say.</param>
    public string? Add(Guid batch, Route route, IReadOnlyList<Job> jobs, string? stored, BatchInput? of)
    {
        var said = JsonSerializer.SerializeToUtf8Bytes(
            new
            {
                of?.CultivarId,
                of?.Begins.Kind,
                jobs = jobs.Select(j => new { j, to = route[j.Day.Step].At }),
            },
            Sql.Json
        );
        var digest = Convert.ToHexStringLower(SHA256.HashData(said)[..12]);
        if (digest == stored)
            return null;
        _batches.Add(batch);
        _jobs.AddRange(jobs.Select(j => (batch, route, j)));
        return digest;
    }

    public IEnumerable<NpgsqlBatchCommand> Commands()
    {
        if (_batches.Count == 0)
            yield break;
        var (batches, kinds) = (Sql.Of(_jobs.Select(j => j.Batch).ToArray()), Each(j => j.Kind.Word()));
        yield return NurseryTransaction.Command(Delete, Sql.Of(_batches.ToArray()), batches, kinds, Each(j => j.Group?.Value));
        if (_jobs.Count == 0)
            yield break;
        yield return NurseryTransaction.Command(
            Put,
            Sql.Of(nursery),
            Sql.Of(_jobs.Select(j => j.Batch).ToArray()),
            Each(j => j.Kind.Word()),
            Each(j => j.Day.Step.Id.Value),
            Each(j => j.Group?.Value),
            Sql.Of(_jobs.Select(j => j.Job.From?.Place ?? j.Route[j.Job.Day.Step].At.Place).ToArray()),
            Each(j => j.From?.Container),
            Each(j => j.FromSeedlings),
            Each(j => j.FromContainers),
            Sql.Of(_jobs.Select(j => j.Route[j.Job.Day.Step].At.Place).ToArray()),
            Sql.Of(_jobs.Select(j => j.Route[j.Job.Day.Step].At.Container).ToArray()),
            Each(j => j.Day.Date.Low),
            Each(j => j.Day.Date.Mid),
            Each(j => j.Day.Date.High),
            Each(j => j.Day.Due),
            Each(j => j.Day.PutOffTo),
            Each(j => j.ShowsFrom),
            Each(j => j.Seedlings),
            Each(j => j.Containers),
            Each(j => j.Seeds),
            Each(j => j.Trays),
            Each(j => j.MixLitres),
            Each(j => j.Minutes),
            Sql.OfJsonTexts(_jobs.Select(j => j.Job.Thin is null ? null : JsonSerializer.Serialize(j.Job.Thin, Sql.Json)))
        );
    }

    private NpgsqlParameter Each<T>(Func<Job, T> of) => Sql.Of(_jobs.Select(j => of(j.Job)).ToArray());
}
