using Juvenal.Core.MovingUp;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;

namespace Juvenal.Web.Round;

/// <summary>How long today's work took.</summary>
internal static class TimedJobs
{
    /// <summary>Minutes that a job usually takes; null where it is none that is timed.</summary>
    /// <param name="job">As it was logged.</param>
    /// <param name="routes">Of the batches it is about.</param>
    /// <param name="catalogue">For containers and the house rule.</param>
    public static Timed? Reckoned(DoneJob job, IReadOnlyDictionary<Guid, Core.Season.Route> routes, Store.Plans.Catalogue catalogue)
    {
        var each = job
            .Entries.Select(e =>
                Pace.ReckonedFor(
                    e.Entry,
                    e.Entry.Step is { } did && routes.TryGetValue(e.BatchId, out var route) ? route.Find(did) : null,
                    e.Entry.To?.Container is { } id && catalogue.Containers.TryGetValue(id, out var kind)
                        ? Store.Plans.Catalogue.Of(kind)
                        : null,
                    catalogue.Rules.Rules.RootBall
                )
            )
            .OfType<Timed>()
            .ToList();
        return each.Count == 0 ? null : new(each[0].Kind, each.Sum(e => e.ReckonedMinutes), 0);
    }

    /// <exception cref="NotFoundException">Nothing of today that is timed begins with that entry.</exception>
    public static async Task PutAsync(NurseryTransaction writing, Guid entry, double? minutes, TimeProvider clock, CancellationToken cancel)
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
        var job =
            (await DoneToday.OfAsync(writing, catalogue.Today, cancel)).FirstOrDefault(j => j.Entries[0].Entry.Id == entry)
            ?? throw new NotFoundException("work");
        var routes = (await new BatchReader(writing).NamedAsync([.. job.Entries.Select(e => e.BatchId).Distinct()], cancel)).ToDictionary(
            b => b.Id,
            b => b.Route
        );
        var reckoned = Reckoned(job, routes, catalogue) ?? throw new NotFoundException("work");
        await new PaceStore(writing).PutAsync(entry, job.Entries[0].BatchId, reckoned, minutes, catalogue.Today, cancel);
    }
}
