using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Rules;
using Juvenal.Store.Sowing;

namespace Juvenal.Web.Round;

/// <summary>What to fetch from the store for the jobs that are due.</summary>
internal static class PickList
{
    /// <param name="due">Jobs, on whatever page.</param>
    /// <param name="laid">The trays of those that are sown.</param>
    /// <param name="catalogue">For names.</param>
    /// <param name="mixes">The nursery's.</param>
    public static IEnumerable<PickAnswer> Of(
        IReadOnlyList<(JobHead Head, Work Work)> due,
        IReadOnlyList<SownTray> laid,
        Store.Plans.Catalogue catalogue,
        IReadOnlyList<MixRow> mixes
    )
    {
        // Trays that are laid out are fetched once, whoever shares them, and a shared one has a label for each row.
        var sowings = due.Where(d => d.Work.Step.Kind == StepKind.Begin).ToList();
        var moves = due.Where(d => d.Work.Step.Kind == StepKind.Move).ToList();
        var inTrays = laid.SelectMany(t => t.Batches).ToHashSet();
        foreach (var cultivar in sowings.Where(d => d.Head.Start == Start.Seed).GroupBy(d => catalogue.Cultivars[d.Head.CultivarId].Name))
            yield return new($"{cultivar.Key} seed", cultivar.Sum(d => d.Work.Seeds), "seeds");
        foreach (var container in sowings.Where(d => !Beginning.IsGrown(d.Head.Start)).GroupBy(Container))
        {
            var ids = container.Select(d => d.Head.BatchId).ToHashSet();
            var shared = laid.Count(t => t.Batches.Any(ids.Contains));
            yield return new(container.Key, shared + container.Where(d => !inTrays.Contains(d.Head.BatchId)).Sum(Trays), "");
        }

        foreach (var container in moves.GroupBy(Container))
            yield return new(container.Key, container.Sum(d => d.Work.Containers), "");
        foreach (var part in Recipe.Sum(due.Select(d => (MixOf(d), d.Work.MixLitres))))
            yield return new(part.Name, part.Litres, "L", part.Bags);
        // A label for each tray at sowing, for each pot at a move.
        var labels =
            laid.Sum(t => t.Shared ? t.Rows : 1)
            + sowings.Where(d => !inTrays.Contains(d.Head.BatchId)).Sum(Trays)
            + moves.Sum(d => d.Work.Containers);
        if (labels > 0)
            yield return new("Labels", labels, "");

        Recipe MixOf((JobHead Head, Work Work) due)
        {
            var first = due.Work.From?.Container is { } id && catalogue.Containers.TryGetValue(id, out var from) && from.Cells is not null;
            var use = Recipe.For(due.Work.Step.Kind, first, catalogue.Cultivars[due.Head.CultivarId].Crop);
            return mixes.First(m => m.Recipe.Use == use).Recipe;
        }

        string Container((JobHead Head, Work Work) due) =>
            due.Head.ToContainerId is { } id && catalogue.Containers.TryGetValue(id, out var kind) ? kind.Name : "";

        static int Trays((JobHead Head, Work Work) due) => due.Work.Trays ?? due.Work.Containers;
    }
}
