using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;

namespace Juvenal.Core.MovingUp;

/// <summary>Work of the hands that is long enough to be timed.</summary>
public enum Handiwork
{
    Sowing,

    /// <summary>The first move.</summary>
    PrickingOut,

    /// <summary>Later ones.</summary>
    PottingUp,
    PlantingOut,
}

/// <summary>Work that was timed.</summary>
/// <param name="Kind">What it was.</param>
/// <param name="ReckonedMinutes">By the usual minutes a plant, above 0.</param>
/// <param name="TookMinutes">All hands together, above 0.</param>
public sealed record Timed(Handiwork Kind, double ReckonedMinutes, double TookMinutes);

/// <summary>
/// How long work takes these hands, of what is usual: what was timed, with the usual minutes counted as an hour of it. [model]
/// </summary>
public sealed class Pace
{
    /// <summary>The usual minutes weigh as much as this long a job that was timed, minutes. [model]</summary>
    public const double UsualWeighs = 60;

    /// <summary>Nobody is that much quicker, of the usual minutes: somebody forgot something. [model]</summary>
    public const double Quickest = 0.2;

    /// <summary>Nor slower. [model]</summary>
    public const double Slowest = 5;

    /// <summary>The last of a kind that count: hands get quicker. [model]</summary>
    public const int MostTimed = 12;

    /// <summary>A day has no more minutes of work of all hands together.</summary>
    public const int MostMinutes = (int)(DayLoad.MostHours * 60);

    public static readonly Pace Usual = new([]);

    private readonly IReadOnlyDictionary<Handiwork, (double Share, int Jobs)> _kinds;

    /// <param name="timed">The latest first.</param>
    public Pace(IEnumerable<Timed> timed)
    {
        ArgumentNullException.ThrowIfNull(timed);
        _kinds = timed
            .GroupBy(t => t.Kind)
            .ToDictionary(
                g => g.Key,
                g =>
                {
                    var last = g.Take(MostTimed).ToList();
                    var share = (UsualWeighs + last.Sum(t => t.TookMinutes)) / (UsualWeighs + last.Sum(t => t.ReckonedMinutes));
                    return (Math.Clamp(share, Quickest, Slowest), last.Count);
                }
            );
    }

    /// <summary>Kinds of work that were timed, and by how many jobs.</summary>
    public IEnumerable<(Handiwork Kind, double Share, int Jobs)> Known =>
        _kinds.OrderBy(k => k.Key).Select(k => (k.Key, k.Value.Share, k.Value.Jobs));

    /// <summary>Of the usual minutes, <see cref="Quickest"/> to <see cref="Slowest"/>; 1 where none of it was timed.</summary>
    public double Of(Handiwork kind) => _kinds.TryGetValue(kind, out var k) ? k.Share : 1;

    /// <summary>The same work at this pace.</summary>
    public Work Of(Work work)
    {
        ArgumentNullException.ThrowIfNull(work);
        return work.Thin is null && KindOf(work.Step) is { } kind && _kinds.ContainsKey(kind)
            ? work with
            {
                Minutes = (int)Math.Ceiling((work.Minutes * Of(kind)) - 1e-9),
            }
            : work;
    }

    /// <summary>What kind of work a step is; null where there is nothing to time.</summary>
    public static Handiwork? KindOf(Step step) =>
        step.Kind switch
        {
            StepKind.Begin => Handiwork.Sowing,
            StepKind.Move => step.Number == 1 ? Handiwork.PrickingOut : Handiwork.PottingUp,
            StepKind.PlantOut => Handiwork.PlantingOut,
            _ => null,
        };

    /// <summary>Minutes that work which was logged usually takes; null where it is none that is timed.</summary>
    /// <param name="entry">Of the ledger.</param>
    /// <param name="step">It did; null: none.</param>
    /// <param name="into">What the plants went into; null in a bed.</param>
    /// <param name="ball">What the house does with a ball.</param>
    public static Timed? ReckonedFor(LedgerEntry entry, Step? step, Container? into, RootBall ball)
    {
        ArgumentNullException.ThrowIfNull(entry);
        if (step is not { } did || KindOf(did) is not { } kind)
            return null;
        var count = entry.Kind switch
        {
            EntryKind.Sown => entry.Containers,
            EntryKind.Moved when kind != Handiwork.Sowing => entry.ContainersTo > 0 ? entry.ContainersTo : entry.Seedlings,
            _ => 0,
        };
        return count > 0 && Handwork.Each(did, into, ball) is { } each ? new(kind, count * each, 0) : null;
    }
}
