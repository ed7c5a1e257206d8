using Juvenal.Core.MovingUp;

namespace Juvenal.Core.Season;

/// <summary>Work that is to come, by what it takes.</summary>
/// <param name="Kind">Sowing, or a move.</param>
/// <param name="On">Its day by the plan.</param>
/// <param name="Container">What is filled, by name; null where nothing is.</param>
/// <param name="Containers">Cells at sowing; pots at a move.</param>
/// <param name="Trays">At sowing in trays: how many.</param>
/// <param name="MixLitres">Loose mix, L.</param>
/// <param name="Recipe">Of that mix.</param>
/// <param name="Seed">What is sown, by name; null where it is no seed.</param>
/// <param name="Seeds">How many.</param>
/// <param name="SeedsLeft">In the packet it is planned from; null where that is not known or none is named.</param>
/// <param name="ContainerId">Which container that is.</param>
public sealed record WorkToCome(
    StepKind Kind,
    DateOnly On,
    string? Container,
    int Containers,
    int? Trays,
    double MixLitres,
    Recipe Recipe,
    string? Seed,
    int Seeds,
    int? SeedsLeft,
    Guid? ContainerId = null
);

/// <summary>What is needed of.</summary>
public enum NeedKind
{
    /// <summary>Seed that no packet holds.</summary>
    Seed,
    Trays,
    Pots,

    /// <summary>A part of a mix.</summary>
    Mix,
    Labels,
}

/// <summary>Something to have by a day.</summary>
/// <param name="Kind">What of.</param>
/// <param name="Name">Of the seed, the container or the part of a mix; null where the kind says it.</param>
/// <param name="Amount">Pieces; of mix L.</param>
/// <param name="By">The first day it is asked for.</param>
/// <param name="Bags">Of mix, bags to open; null where nobody said what one holds.</param>
/// <param name="Container">Which containers, where it is those.</param>
public sealed record Need(NeedKind Kind, string? Name, double Amount, DateOnly By, int? Bags = null, Guid? Container = null);

/// <summary>What work to come takes, summed up: to be had in time, whatever lies in the store.</summary>
public static class Needs
{
    /// <summary>So far ahead of the first work is looked, days. [model]</summary>
    public const int Ahead = 56;

    /// <param name="work">In any order; what lies beyond <see cref="Ahead"/> days after its first is left out.</param>
    public static IReadOnlyList<Need> Of(IEnumerable<WorkToCome> work)
    {
        ArgumentNullException.ThrowIfNull(work);
        var all = work.OrderBy(w => w.On).ToList();
        if (all.Count == 0)
            return [];
        var near = all.TakeWhile(w => w.On <= all[0].On.AddDays(Ahead)).ToList();
        var sowing = near.Where(w => w.Kind == StepKind.Begin).ToList();
        var moves = near.Where(w => w.Kind == StepKind.Move).ToList();
        var labels = near.Sum(Labels);
        return
        [
            // Sowings of one packet take from it in turn: what it lacks is asked for from the first that it fails.
            .. from s in sowing
            where s.Seed is not null
            group s by s.Seed into packet
            let lacking = Lacking([.. packet])
            where lacking is not null
            select lacking,
            .. from s in sowing
            where s.Container is not null && s.Containers > 0
            group s by (s.Container, s.ContainerId) into kind
            select new Need(
                NeedKind.Trays,
                kind.Key.Container,
                kind.Sum(s => s.Trays ?? s.Containers),
                kind.Min(s => s.On),
                Container: kind.Key.ContainerId
            ),
            .. from m in moves
            where m.Container is not null && m.Containers > 0
            group m by (m.Container, m.ContainerId) into kind
            select new Need(
                NeedKind.Pots,
                kind.Key.Container,
                kind.Sum(m => m.Containers),
                kind.Min(m => m.On),
                Container: kind.Key.ContainerId
            ),
            .. from part in Recipe.Sum(near.Select(w => (w.Recipe, w.MixLitres)))
            let first = near.First(w => w.MixLitres > 0 && w.Recipe.Has(part.Name))
            select new Need(NeedKind.Mix, part.Name, part.Litres, first.On, part.Bags),
            .. labels > 0 ? [new Need(NeedKind.Labels, null, labels, near.First(w => Labels(w) > 0).On)] : Array.Empty<Need>(),
        ];
    }

    private static Need? Lacking(List<WorkToCome> packet)
    {
        var taken = 0;
        DateOnly? by = null;
        foreach (var s in packet)
        {
            taken += s.Seeds;
            if (taken > (s.SeedsLeft ?? 0))
                by ??= s.On;
        }

        var missing = taken - (packet[0].SeedsLeft ?? 0);
        return by is { } day && missing > 0 ? new(NeedKind.Seed, packet[0].Seed, missing, day) : null;
    }

    /// <summary>One to a tray, one to a pot.</summary>
    private static int Labels(WorkToCome work) => work.Kind == StepKind.Begin ? work.Trays ?? work.Containers : work.Containers;
}
