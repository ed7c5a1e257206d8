using Juvenal.Core.Season;

namespace Juvenal.Core.Care;

/// <summary>Something that work to come takes, beside what the store holds of it.</summary>
/// <param name="Kind">What of. Containers that are sown into and those that are moved into are one.</param>
/// <param name="Name">Of the seed, the container or the part of a mix; null: labels, or mix as a whole.</param>
/// <param name="Container">Which, where it is containers.</param>
/// <param name="Amount">Pieces; of mix L.</param>
/// <param name="By">The first day it is asked for.</param>
/// <param name="Bags">Of a part of a mix, bags to open; null where nobody said what one holds.</param>
/// <param name="Store">As what it is counted in the store; null: it is not kept there.</param>
/// <param name="Have">What the store holds; null: nobody has counted it.</param>
/// <param name="Buy">What is missing; null where nobody has counted it.</param>
public sealed record ToHave(
    NeedKind Kind,
    string? Name,
    Guid? Container,
    double Amount,
    DateOnly By,
    int? Bags,
    StoreKind? Store,
    double? Have,
    double? Buy
);

/// <summary>What is to be bought by when.</summary>
public static class Buying
{
    /// <summary>
    /// Needs beside what is there. Pots that are sown into and pots that are moved into lie in one heap; mix is counted as one,
    /// whatever its parts, and each part is named after it.
    /// </summary>
    /// <param name="needs">Of work to come (<see cref="Needs.Of"/>).</param>
    /// <param name="left">What the store holds of something; null: nobody has counted it.</param>
    public static IReadOnlyList<ToHave> List(IReadOnlyList<Need> needs, Func<StoreKind, Guid?, double?> left)
    {
        ArgumentNullException.ThrowIfNull(needs);
        ArgumentNullException.ThrowIfNull(left);
        var parts = needs.Where(n => n.Kind == NeedKind.Mix).ToList();
        return
        [
            .. from n in needs where n.Kind == NeedKind.Seed select Kept(n, null),
            .. from n in needs
            where n.Kind is NeedKind.Trays or NeedKind.Pots
            group n by (n.Name, n.Container) into heap
            let whole = heap.First() with
            {
                Amount = heap.Sum(n => n.Amount),
                By = heap.Min(n => n.By),
            }
            select Kept(whole, heap.Key.Container is null ? null : StoreKind.Containers),
            .. from n in needs where n.Kind == NeedKind.Labels select Kept(n, StoreKind.Labels),
            .. parts.Count == 0
                ? []
                : new[] { Kept(new(NeedKind.Mix, null, parts.Sum(n => n.Amount), parts.Min(n => n.By)), StoreKind.Mix) },
            .. parts.Select(n => Kept(n, null)),
        ];

        ToHave Kept(Need need, StoreKind? store)
        {
            var have = store is { } kind ? left(kind, need.Container) : null;
            return new(
                need.Kind,
                need.Name,
                need.Container,
                need.Amount,
                need.By,
                need.Bags,
                store,
                have,
                have is { } there ? Math.Max(0, need.Amount - there) : null
            );
        }
    }
}
