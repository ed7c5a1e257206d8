using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;

namespace Juvenal.Core.Care;

/// <summary>What has a price.</summary>
public enum PriceOf
{
    /// <summary>A litre.</summary>
    Mix,
    Label,

    /// <summary>Of work.</summary>
    Hour,

    /// <summary>Of power.</summary>
    Kwh,

    /// <summary>Bought ready to plant: what raising is held against.</summary>
    Plant,

    /// <summary>One pot, or one tray for one use.</summary>
    Container,
}

/// <summary>Lamps over a place.</summary>
/// <param name="Watts">From the wall, above 0.</param>
/// <param name="M2">That they light, above 0.</param>
/// <param name="Hours">On, h a day.</param>
public sealed record Lamps(double Watts, double M2, double Hours)
{
    private const double WattsPerKilowatt = 1000;

    /// <summary>Of the whole place, kWh a day.</summary>
    public double KwhPerDay => Watts / WattsPerKilowatt * Hours;

    /// <summary>Of a square metre, kWh a day.</summary>
    public double KwhPerDayAndM2 => KwhPerDay / M2;
}

/// <summary>What a batch took, by its ledger.</summary>
public static class BatchCost
{
    private const double CmPerM = 100;

    /// <summary>Bench that containers take, edge to edge, m².</summary>
    /// <param name="container">Any.</param>
    /// <param name="count">Cells or pots.</param>
    public static double AreaM2(Container container, int count)
    {
        var side = PotShape.Of(container).TopCm / CmPerM;
        return count * side * side;
    }

    /// <summary>Litres, pieces and labels of what was sown and moved.</summary>
    /// <param name="entries">Effective ones, in order.</param>
    /// <param name="container">By id; null where it is gone.</param>
    public static (double MixLitres, int Labels, IReadOnlyDictionary<Guid, int> Pieces) Taken(
        IEnumerable<LedgerEntry> entries,
        Func<Guid, Container?> container
    )
    {
        ArgumentNullException.ThrowIfNull(entries);
        ArgumentNullException.ThrowIfNull(container);
        var (litres, labels, pieces) = (0.0, 0, new Dictionary<Guid, int>());
        foreach (var use in Uses(entries, container))
        {
            litres += Mix.Litres(use.Filled, use.Litres);
            labels += use.Pieces;
            pieces[use.Container] = pieces.GetValueOrDefault(use.Container) + use.Pieces;
        }

        return (litres, labels, pieces);
    }

    /// <summary>What sowings and moves filled.</summary>
    /// <inheritdoc cref="Taken"/>
    public static IEnumerable<StoreUse> Uses(IEnumerable<LedgerEntry> entries, Func<Guid, Container?> container) =>
        from e in entries
        where
            e is { Kind: EntryKind.Sown, Containers: > 0 }
            // Carried on in the same container takes nothing.
            || (e is { Kind: EntryKind.Moved, ContainersTo: > 0 } && e.From?.Container != e.To?.Container)
        where e.To?.Container is not null
        let kind = container(e.To!.Value.Container!.Value)
        where kind is not null
        select new StoreUse(
            e.HappenedOn,
            e.To!.Value.Container!.Value,
            e.Kind == EntryKind.Sown ? e.Containers : e.ContainersTo,
            kind.Cells,
            kind.TakesMix ? kind.Litres : 0
        );

    /// <summary>Power for the bench it took under lamps, kWh: by what stood where from one entry to the next.</summary>
    /// <param name="entries">Effective ones, in order.</param>
    /// <param name="container">By id; null where it is gone.</param>
    /// <param name="lamps">By place; null where there are none, or nobody said what they draw.</param>
    /// <param name="until">The last day, which counts.</param>
    public static double Kwh(IEnumerable<LedgerEntry> entries, Func<Guid, Container?> container, Func<Guid, Lamps?> lamps, DateOnly until)
    {
        ArgumentNullException.ThrowIfNull(entries);
        ArgumentNullException.ThrowIfNull(lamps);
        var (kwh, stands, since) = (0.0, new Dictionary<Spot, int>(), DateOnly.MinValue);
        foreach (var entry in entries.Where(e => e.From is not null || e.To is not null).OrderBy(e => e.HappenedOn))
        {
            Burn(entry.HappenedOn);
            // Twins that are separated take more containers; whatever else is taken from a group leaves some.
            if (entry.From is { } from)
                Add(from, entry.Kind == EntryKind.Separated ? entry.Containers : -entry.Containers);
            if (entry is { To: { } to, Kind: EntryKind.Sown or EntryKind.Received or EntryKind.Moved })
                Add(to, entry.Kind == EntryKind.Moved ? entry.ContainersTo : entry.Containers);
        }

        Burn(until.AddDays(1));
        return kwh;

        void Add(Spot at, int containers) => stands[at] = Math.Max(0, stands.GetValueOrDefault(at) + containers);

        void Burn(DateOnly day)
        {
            foreach (var (at, count) in stands)
            {
                if (at.Container is { } id && container(id) is { } kind && lamps(at.Place) is { } lit)
                    kwh += Math.Max(0, day.DayNumber - since.DayNumber) * lit.KwhPerDayAndM2 * AreaM2(kind, count);
            }

            since = day;
        }
    }
}
