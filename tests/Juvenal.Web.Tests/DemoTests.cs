using Juvenal.Core.Ledger;
using Juvenal.Demo;
using Juvenal.Store.Batches;
using Juvenal.Store.Site;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Windlass Yard, lived through on a database of its own.</summary>
public class DemoTests(TestCluster cluster)
{
    [Fact]
    public async Task The_demo_has_batches_in_many_stages_whose_counts_are_their_ledgers()
    {
        var name = await cluster.NewDatabaseAsync();
        await using var source = NpgsqlDataSource.Create(cluster.WebOf(name));
        var database = new Store.Database(source);
        await WindlassYard.LoadAsync(database, _ => { }, default);

        await using var reading = await database.ReadAsync(WindlassYard.Id, default);
        var reader = new BatchReader(reading);
        var batches = await reader.AllAsync(default);
        Assert.True(batches.Count >= 8);
        Assert.True(batches.Select(b => b.Steps.First(s => s.DoneOn is null).Step.Kind).Distinct().Count() >= 5, "many stages");
        foreach (var batch in batches)
        {
            var (ledger, _) = await reader.LedgerAsync(batch.Id, default);
            var folded = Fold.Of(ledger.Select(e => e.Entry), batch.Route, batch.Input.Germination * 0.9);
            Assert.Empty(folded.Contradictions);
            Assert.Equal(folded.Groups.ToHashSet(), batch.State().Groups.ToHashSet());
        }

        // Tomorrow is another round.
        var today = await RoundAsync();
        await database.ActAsync(
            WindlassYard.Id,
            null,
            Store.Nurseries.Touches.Inputs,
            writing => new SiteStore(writing).WindToAsync(WindlassYard.Today.AddDays(5), default),
            default
        );
        await new Store.Plans.Replanner(database, TimeProvider.System).RunAsync(WindlassYard.Id, told: false, default);

        Assert.NotEqual(today, await RoundAsync());

        async Task<string> RoundAsync()
        {
            await using var nursery = await database.ReadAsync(WindlassYard.Id, default);
            var catalogue = await Store.Plans.Catalogue.LoadAsync(nursery, TimeProvider.System, default);
            return string.Join(
                ';',
                (await new BatchReader(nursery).AllAsync(default))
                    .SelectMany(b => WorkStore.Next(b, catalogue))
                    .Select(w => $"{w.Step.Kind} {w.Press}")
            );
        }
    }
}
