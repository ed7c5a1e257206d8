using Juvenal.Core.Care;
using Juvenal.Core.Season;
using Juvenal.Store.Places;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Light, feed and money, as it is said.</summary>
internal static class CareWords
{
    /// <summary>“About 8 mol of light a day; 12 are wanted.”</summary>
    public static string Light(double mol) =>
        Invariant($"About {mol:0.#} mol of light a day; ")
        + (
            mol < LightAtLeaves.LeastMol
                ? Invariant($"{LightAtLeaves.LeastMol:0} are wanted.")
                : Invariant($"{LightAtLeaves.LeastMol:0} are enough.")
        );

    /// <summary>What mends too little, with what it costs; empty where it is enough.</summary>
    public static IReadOnlyList<string> Mends(PlaceRow place, double mol, double? kwhPrice, string? currency)
    {
        if (mol >= LightAtLeaves.LeastMol)
            return [];
        var (umol, hours) = (place.LampUmol ?? 0, place.LampHours ?? 0);
        var mends = new List<string>();
        if (umol > 0 && LightAtLeaves.HoursWanted(mol, umol, hours) is { } longer && longer > hours)
        {
            mends.Add(Invariant($"Lamps on for {Math.Ceiling(longer):0} h instead of {hours:0.#} would do") + Costs(longer) + ".");
        }

        var stronger = LightAtLeaves.UmolWanted(mol, umol, hours);
        if (stronger <= LampLight.MostPpfd)
            mends.Add(
                umol > 0
                    ? Invariant($"Or lower them, to {stronger:0} µmol at the leaves instead of {umol:0}, {LightAtLeaves.UsualHours:0} h.")
                    : Invariant($"Lamps of {stronger:0} µmol at the leaves for {LightAtLeaves.UsualHours:0} h would do.")
            );
        return mends;

        string Costs(double to) =>
            place.Draws() is { } lamps && kwhPrice is { } price
                ? ": "
                    + Money(((lamps with { Hours = lamps.Hours + to - hours }).KwhPerDay - lamps.KwhPerDay) * price, currency)
                    + " a day more"
                : "";
    }

    /// <summary>“1.35 €”</summary>
    public static string Money(double amount, string? currency) =>
        Invariant($"{amount:0.00}") + (string.IsNullOrEmpty(currency) ? "" : " " + currency);

    /// <summary>“Water: look twice, small cells under lamps.” Null where the daily look does.</summary>
    public static string? Water(
        PlaceRow place,
        double? smallestCell,
        IReadOnlyList<(DateOnly Day, double LowC, double HighC)> today,
        Measures m
    )
    {
        double? high = today.Count > 0 ? today[0].HighC : null;
        var lamps = place.LampUmol is > 0;
        if (WaterLook.ADay(high, smallestCell, lamps) == 1)
            return null;
        return high > WaterLook.HotC
            ? $"Water: look twice, up to {m.Temperature(high.Value)} there."
            : "Water: look twice, small cells under lamps.";
    }

    /// <summary>“topped”, behind a number.</summary>
    public static string Did(Pinched what) =>
        what switch
        {
            Pinched.Tops => "topped",
            Pinched.Flowers => "with flowers pinched off",
            Pinched.SeedLeaves => "with seed leaves off",
            Pinched.SideShoots => "with side shoots out",
            _ => throw new ArgumentOutOfRangeException(nameof(what), what, null),
        };

    /// <summary>What the card says of it.</summary>
    public static string Ask(Pinched what, Core.Rules.Topping topping) =>
        what switch
        {
            Pinched.Flowers => "Pinch off flowers and buds.",
            Pinched.SideShoots => "Take out side shoots.",
            Pinched.SeedLeaves => "Pinch off the seed leaves.",
            Pinched.Tops => (
                topping == Core.Rules.Topping.Fork
                    ? $"Tip out below the first fork, with at least {Pinching.LeavesBelowFork:0} leaves left."
                    : $"Tip out above leaf {Pinching.TopFrom:0} to {Pinching.TopTo:0}."
            ) + " Not a limp or chilled plant.",
            _ => throw new ArgumentOutOfRangeException(nameof(what), what, null),
        };

    /// <summary>Something to have ready: “9 cm pot”, “Lantern Row seed”, “Mix, all parts”.</summary>
    public static string Of(ToHave what) =>
        what.Kind switch
        {
            NeedKind.Seed => $"{what.Name} seed",
            NeedKind.Mix => what.Name ?? "Mix, all parts",
            NeedKind.Labels => "Labels",
            _ => what.Name ?? "",
        };

    public static string Of(PriceOf what) =>
        what switch
        {
            PriceOf.Mix => "Mix, a litre",
            PriceOf.Label => "A label",
            PriceOf.Hour => "An hour of work",
            PriceOf.Kwh => "Power, a kWh",
            PriceOf.Plant => "A plant, bought ready to plant",
            PriceOf.Container => "A pot or tray",
            _ => throw new ArgumentOutOfRangeException(nameof(what), what, null),
        };
}
