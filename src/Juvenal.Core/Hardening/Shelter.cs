using Juvenal.Core.Places;

namespace Juvenal.Core.Hardening;

/// <summary>A place under a roof, as a night sees it.</summary>
/// <param name="Id">Which.</param>
/// <param name="Kind">What it is.</param>
/// <param name="LowC">The low that is expected there, or kept, °C.</param>
public sealed record UnderRoof(Guid Id, PlaceKind Kind, double LowC);

/// <summary>Where plants that cannot be left out are carried for the night.</summary>
public static class Shelter
{
    /// <summary>
    /// The coolest place that is warm enough: hardened plants that sleep warm lose what they have learned. A mat is for seed, and beds and
    /// stands are no roof. [common practice, no source]
    /// </summary>
    /// <param name="places">In the order of the walk: of two alike the first.</param>
    /// <param name="from">Where they stand.</param>
    /// <param name="limitC">Below which the tenderest of them are brought in, °C.</param>
    /// <returns>Null where no place keeps that.</returns>
    public static Guid? For(IEnumerable<UnderRoof> places, Guid from, double limitC) =>
        places
            .Where(p =>
                p.Id != from
                && p.LowC >= limitC
                && p.Kind is PlaceKind.House or PlaceKind.Room or PlaceKind.Sill or PlaceKind.Lamps or PlaceKind.Frame or PlaceKind.Tunnel
            )
            .OrderBy(p => p.LowC)
            .Select(p => (Guid?)p.Id)
            .FirstOrDefault();
}
