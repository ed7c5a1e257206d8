using Juvenal.Core.Care;
using Juvenal.Core.Troubles;
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
            mol < Diagnosis.LeastLightMol
                ? Invariant($"{Diagnosis.LeastLightMol:0} are wanted.")
                : Invariant($"{Diagnosis.LeastLightMol:0} are enough.")
        );

    /// <summary>What mends too little, with what it costs; empty where it is enough.</summary>
    public static IReadOnlyList<string> Mends(PlaceRow place, double mol, double? kwhPrice, string? currency)
    {
        if (mol >= Diagnosis.LeastLightMol)
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
            place is { LampWatts: { } watts, LampM2: { } m2 } && kwhPrice is { } price
                ? ": "
                    + Money((new Lamps(watts, m2, to).KwhPerDay - new Lamps(watts, m2, hours).KwhPerDay) * price, currency)
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
