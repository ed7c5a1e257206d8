using System.Text.Json;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;

namespace Juvenal.Store.Exports;

/// <summary>What came in is held to what the application holds its own input to.</summary>
internal sealed class ImportChecks(NurseryTransaction nursery, TimeProvider clock)
{
    private const int BatchesAtOnce = 100;

    /// <summary>Days of a plan lie in its season, or not further from it than this, years.</summary>
    private const int YearsAround = 2;

    private const string OddWeather = """
        -- Weather that no place on earth has.
        select count(*)
        from weather_day
        where tmin_c not between $1 and $2 or tmax_c not between $1 and $2 or tmin_c > tmax_c
        """;

    private const string OddForecast = """
        -- As above, of the forecast.
        select count(*)
        from (select tmin_c, tmax_c from forecast_day union all select tmin_c, tmax_c from forecast_made) as forecast
        where tmin_c not between $1 and $2 or tmax_c not between $1 and $2 or tmin_c > tmax_c
        """;

    private const string OddReadings = """
        -- Soil that nobody read.
        select (select count(*) from soil_reading where celsius not between -30 and 60)
          + (select count(*) from place_reading where soil_c not between -30 and 60 or low_c > high_c)
        """;

    /// <exception cref="RefusedException">Field "file"; the table in its subject, or the batch.</exception>
    public async Task AllAsync(CancellationToken cancel)
    {
        try
        {
            var catalogue = await HouseAsync(cancel);
            var ids = (await new BatchReader(nursery).AllAsync(cancel, why: false)).Select(b => b.Id);
            foreach (var some in ids.Chunk(BatchesAtOnce))
                await BatchesAsync(some, catalogue, cancel);
        }
        catch (Exception e)
            when (e
                    is JsonException
                        or NotFoundException
                        or ArgumentException
                        or InvalidOperationException
                        or KeyNotFoundException
                        or TimeZoneNotFoundException
                        or FormatException
                        or OverflowException
            )
        {
            throw NurseryImport.Refused("import-damaged", null);
        }
    }

    private async Task<Catalogue> HouseAsync(CancellationToken cancel)
    {
        var site = await new SiteStore(nursery).GetAsync(cancel);
        Check(
            "site",
            () =>
                SiteStore.Check(
                    new(1, site.TimeZone, site.Latitude, site.Frost, site.UsUnits, site.OffsetC, site.FreezeFrom, site.Autumn, site.Devices)
                )
        );
        var rules = await new RulesStore(nursery).GetAsync(cancel);
        Check("house_rules", RulesStore.Check(rules.Rules).Count == 0);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        foreach (var place in catalogue.Places.Values)
        {
            Check("place", () => PlaceStore.Check(place));
            Check("place", () => PlaceStore.CheckPair(place, [.. catalogue.Places.Values]));
        }

        foreach (var container in catalogue.Containers.Values)
            Check("container_kind", () => ContainerStore.Check(container));
        foreach (var cultivar in catalogue.Cultivars.Values)
            Check("cultivar", () => CultivarStore.Check(cultivar));
        foreach (var lot in await new SeedLotStore(nursery).AllAsync(cancel))
        {
            Check("seed_lot", SeedLotStore.Check(lot.Row, catalogue.Today).Count == 0);
            Check("lot_entry", lot.Entries.All(e => e.HappenedOn <= catalogue.Today.AddDays(1)));
            _ = lot.Book;
        }

        foreach (var (table, sql) in new[] { ("weather_day", OddWeather), ("forecast_day", OddForecast) })
            Check(table, await CountAsync(sql, cancel, Sql.Of(WeatherChecks.ColdestC), Sql.Of(WeatherChecks.HottestC)) == 0);
        Check("soil_reading", await CountAsync(OddReadings, cancel) == 0);
        return catalogue;
    }

    private async Task BatchesAsync(Guid[] ids, Catalogue catalogue, CancellationToken cancel)
    {
        var batches = await new BatchReader(nursery).SomeAsync(ids, cancel);
        var ledgers = (await nursery.ListAsync(LedgerReader.OfBatches, LedgerReader.Read, cancel, Sql.Of(ids))).ToLookup(
            e => e.BatchId,
            e => e.Entry
        );
        foreach (var batch in batches)
        {
            Check("batch", Possible(batch.Input, catalogue));
            Check("path_step", HasAPath(batch, catalogue));
            await CheckAsync("batch", () => new BatchChecks(nursery).CheckAsync(batch.Id, batch.Input, cancel));
            Check("batch", () => PlanSummary.Check(batch.Summary));
            Check("plan_step", batch.Steps.All(s => Possible(s, batch.Input.Season)) && HasItsSteps(batch));
            var entries = ledgers[batch.Id].ToList();
            Ledger(batch, entries, catalogue);
            // What the ledger comes to is written anew: it is not taken from the file.
            var state = Fold.Of(entries, batch.Route, PlanRows.SeedsToEmergence(batch.Input));
            var jobs = JobStore.Of(
                batch.Input,
                batch.Group,
                state,
                batch.Steps.Select(batch.DayOf),
                (batch.Cells, batch.Seeds, batch.Trays),
                catalogue
            );
            await nursery.ExecuteManyAsync(
                new PlanRows(nursery.Nursery, catalogue, acts: false).Counts(batch.Id, state).Jobs(batch.Id, batch.Route, jobs).Commands(),
                cancel
            );
        }
    }

    private static void Ledger(BatchView batch, List<LedgerEntry> entries, Catalogue catalogue)
    {
        var before = new List<LedgerEntry>();
        foreach (var entry in entries.OrderBy(e => e.Sequence))
        {
            Check("ledger_entry", entry.HappenedOn <= catalogue.Today.AddDays(1));
            Check("ledger_entry", EntryFields.Of(entry, before, batch.Route, catalogue.Facts(entry.HappenedOn)).Count == 0);
            before.Add(entry);
        }

        var folded = Fold.Of(entries, batch.Route, PlanRows.SeedsToEmergence(batch.Input));
        var stored = batch.State();
        if (
            folded.Contradictions.Count > 0
            || !BySpot(folded).SetEquals(BySpot(stored))
            || (folded.SeedsSown, folded.Emerged, folded.Lost, folded.Snipped, folded.Used)
                != (stored.SeedsSown, stored.Emerged, stored.Lost, stored.Snipped, stored.Used)
        )
        {
            throw NurseryImport.Refused("import-disagrees", batch.Code);
        }
    }

    /// <summary>Files from before groups had names say what stands in a place and pot as one.</summary>
    private static HashSet<(Spot At, int Seedlings, int Containers, int Reached)> BySpot(BatchState state) =>
        [
            .. state
                .Groups.GroupBy(g => g.At)
                .Select(g => (g.Key, g.Sum(o => o.Seedlings), g.Sum(o => o.Containers), g.Max(o => o.Reached.Order))),
        ];

    private static bool Possible(BatchInput input, Catalogue catalogue)
    {
        return input.Season is >= Catalogue.FirstSeason and <= Catalogue.LastSeason
            && input.Moves.Count <= GrowingPath.MostMoves
            && CatalogueRows.IsBed(catalogue.Places[input.BedId].Kind) == (input.Ends.Kind == AimKind.Bed)
            && SowingQuantity
                .For(
                    new(
                        input.PlantsWanted,
                        input.Begins.ShareOf(input.Germination),
                        input.Survival,
                        input.Confidence,
                        input.SeedsPerCell,
                        null,
                        catalogue.Rules.Rules.Twins,
                        input.SeedsAvailable
                    )
                )
                .Succeeded;
    }

    private static bool Possible(StoredStep step, int season) =>
        new[] { step.Low, step.Mid, step.High, step.Due, step.DoneOn, step.LockedOn, step.PutOffTo }.All(d =>
            d is not { } day || Math.Abs(day.Year - season) <= YearsAround
        )
        && double.IsFinite(step.MixLitres)
        && step.Containers >= 0
        && step.Leaves is null or >= 0 and <= 1000
        && step.Reasons is not null
        && step.Spread is not null;

    /// <summary>The path is one that can be chosen: its steps come in the order of the work, where such a choice puts them.</summary>
    private static bool HasAPath(BatchView batch, Catalogue catalogue)
    {
        var chosen = batch.Input.Path(batch.Id).Where(s => !s.Retired).Select(s => (s.Step.Kind, s.Step.Number, s.At, s.LockedOn));
        var years = Enumerable.Range(batch.Input.Season - 1, 3);
        return batch
                .Route.Living.Select(s => batch.Route[s])
                .Select(s => (s.Step.Kind, s.Step.Number, s.At, s.LockedOn))
                .SequenceEqual(chosen)
            && batch.Route.All.All(s => s.LockedOn is not { } day || s.Retired || years.Contains(day.Year))
            && batch.Route.All.Where(s => s.At.Container is null).All(s => CatalogueRows.IsBed(catalogue.Places[s.At.Place].Kind));
    }

    /// <summary>A day for each step of its path.</summary>
    private static bool HasItsSteps(BatchView batch) => batch.Steps.Select(s => s.Step).SequenceEqual(batch.Route.Living);

    private async Task<long> CountAsync(string sql, CancellationToken cancel, params Npgsql.NpgsqlParameter[] parameters) =>
        (await nursery.ListAsync(sql, r => r.GetInt64(0), cancel, parameters))[0];

    private static void Check(string table, bool possible)
    {
        if (!possible)
            throw NurseryImport.Refused("import-refused", table);
    }

    private static void Check(string table, Action check)
    {
        try
        {
            check();
        }
        catch (RefusedException)
        {
            throw NurseryImport.Refused("import-refused", table);
        }
    }

    private static async Task CheckAsync(string table, Func<Task> check)
    {
        try
        {
            await check();
        }
        catch (RefusedException)
        {
            throw NurseryImport.Refused("import-refused", table);
        }
    }
}
