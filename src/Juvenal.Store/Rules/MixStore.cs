using Juvenal.Core.MovingUp;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Rules;

/// <summary>A mix as the nursery has it.</summary>
/// <param name="Version">0: the usual one, never changed here.</param>
public sealed record MixRow(int Version, Recipe Recipe);

/// <summary>The nursery's mixes.</summary>
public sealed class MixStore(NurseryTransaction nursery)
{
    private const string Select = """
        -- The mixes that were changed.
        select use, version, parts
        from mix_recipe
        """;

    private const string Insert = """
        -- A mix of its own, where the usual one was in use.
        insert into mix_recipe (nursery_id, use, parts)
        values ($1, $2, $3)
        on conflict (nursery_id, use) do nothing
        """;

    private const string Change = """
        -- Change a mix, if nobody else has meanwhile.
        update mix_recipe
        set version = version + 1, parts = $3
        where use = $1
          and version = $2
        """;

    /// <summary>One for each use.</summary>
    public async Task<IReadOnlyList<MixRow>> AllAsync(CancellationToken cancel)
    {
        var own = await nursery.ListAsync(
            Select,
            r => new MixRow(r.GetInt32(1), new(r.Enum<MixUse>(0), r.FromJson<List<MixPart>>(2))),
            cancel
        );
        return [.. Recipe.Usual.Select(u => own.FirstOrDefault(o => o.Recipe.Use == u.Use) ?? new MixRow(0, u))];
    }

    /// <exception cref="RefusedException">No such mix can be, at its field.</exception>
    /// <exception cref="ConflictException">It was changed meanwhile.</exception>
    public async Task PutAsync(MixRow change, CancellationToken cancel)
    {
        var failures = change.Recipe.Check();
        if (failures.Count > 0)
            throw new RefusedException(failures);
        var (use, parts) = (Sql.Of(change.Recipe.Use.Word()), Sql.OfJson(change.Recipe.Parts));
        var done =
            change.Version == 0
                ? await nursery.ExecuteAsync(Insert, cancel, Sql.Of(nursery.Nursery), use, parts)
                : await nursery.ExecuteAsync(Change, cancel, use, Sql.Of(change.Version), parts);
        if (done == 0)
            throw new ConflictException("changed-meanwhile", (await AllAsync(cancel)).First(m => m.Recipe.Use == change.Recipe.Use));
    }
}
