using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

/// <summary>Household bleach and water for washing pots and trays that were used before.</summary>
/// <param name="BleachL">L.</param>
/// <param name="WaterL">L.</param>
/// <param name="Cautions">What must be known while it is mixed and used, as codes.</param>
public sealed record Disinfectant(double BleachL, double WaterL, IReadOnlyList<string> Cautions)
{
    /// <summary>1 part bleach to 9 parts water, 10 minutes, rinse. [common practice, no source]</summary>
    public const double UsualWater = 9;

    /// <summary>Sodium hypochlorite in the household bleach that the parts are meant for, %. [common practice, no source]</summary>
    public const double WeakestPercent = 5;

    /// <inheritdoc cref="WeakestPercent"/>
    public const double StrongestPercent = 6;

    /// <summary>How long pots stay in it, minutes. [common practice, no source]</summary>
    public const double SoakMinutes = 10;

    /// <summary>Stronger than 1 part to 4 is for no pot.</summary>
    public const double StrongestWaterPerBleach = 4;

    /// <summary>Of hypochlorite in what pots are washed with, %. [common practice, no source]</summary>
    public const double WorkingPercent = 0.5;

    /// <summary>Weaker would be stronger than 1 part to 4 of water, %.</summary>
    public const double LeastPercent = WorkingPercent * (StrongestWaterPerBleach + 1);

    /// <summary>Stronger is not sold for the house, %. [common practice, no source]</summary>
    public const double MostPercent = 10;

    public const double MostLitres = 10_000;

    private static readonly string[] Always = ["bleach-label", "bleach-acid", "bleach-skin", "bleach-air", "bleach-fresh", "bleach-rinse"];

    /// <summary>Parts of water to one of bleach of this strength: the bottle's over 0.5 %, less one.</summary>
    /// <param name="strengthPercent">On its label, %, 2.5–10.</param>
    public static double WaterParts(double strengthPercent) => (strengthPercent / WorkingPercent) - 1;

    /// <summary>Splits a volume by what the bottle says.</summary>
    /// <param name="volumeL">Above 0 to 10,000 L, bleach and water together.</param>
    /// <param name="strengthPercent">On its label, %, 2.5–10; null: it says nothing, and is refused.</param>
    public static Outcome<Disinfectant> OfBottle(double volumeL, double? strengthPercent)
    {
        if (strengthPercent is null)
            return new List<Failure> { new("bleach-unlabelled", "strengthPercent") };
        if (!(strengthPercent is >= LeastPercent and <= MostPercent))
            return new List<Failure> { Failure.OutOfRange("strengthPercent", strengthPercent.Value, LeastPercent, MostPercent) };
        var mixed = For(volumeL, 1, WaterParts(strengthPercent.Value));
        return mixed.Succeeded ? mixed.Value with { Cautions = ["bleach-plain", .. Always.Skip(1)] } : mixed;
    }

    /// <summary>Splits a volume into its parts.</summary>
    /// <param name="volumeL">Above 0 to 10,000 L, bleach and water together.</param>
    /// <param name="partsBleach">Above 0 to 100.</param>
    /// <param name="partsWater">Above 0 to 10,000; at least four times the bleach.</param>
    public static Outcome<Disinfectant> For(double volumeL, double partsBleach = 1, double partsWater = UsualWater)
    {
        var failures = new List<Failure>();
        if (!(volumeL is > 0 and <= MostLitres))
            failures.Add(Failure.OutOfRange("volumeL", volumeL, 0, MostLitres));
        if (!(partsBleach is > 0 and <= 100))
            failures.Add(Failure.OutOfRange("partsBleach", partsBleach, 0, 100));
        if (!(partsWater is > 0 and <= 10_000))
            failures.Add(Failure.OutOfRange("partsWater", partsWater, 0, 10_000));
        else if (partsWater < StrongestWaterPerBleach * partsBleach)
            failures.Add(new("bleach-too-strong", "partsWater", partsWater, StrongestWaterPerBleach * partsBleach));
        if (failures.Count > 0)
            return failures;
        var bleach = volumeL * partsBleach / (partsBleach + partsWater);
        return new Disinfectant(bleach, volumeL - bleach, Always);
    }
}
