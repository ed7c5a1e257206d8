namespace Juvenal.Core.Season;

/// <summary>What plants are raised for.</summary>
public enum AimKind
{
    /// <summary>Planted in a bed.</summary>
    Bed,

    /// <summary>They end in a pot: dwarfs, hot peppers, on a sill or a balcony.</summary>
    Pot,

    /// <summary>Ready and hardened by a day: a fair, customers.</summary>
    Sale,
}

/// <summary>What a batch is raised for; the plan is counted back from there.</summary>
/// <param name="Kind">What for.</param>
/// <param name="Day">Sale: the day they are to be ready by.</param>
/// <param name="Outdoors">Pot: it goes outdoors in the end, hardened, when the nights allow it.</param>
public sealed record Aim(AimKind Kind, DateOnly? Day = null, bool Outdoors = false)
{
    public static Aim Bed { get; } = new(AimKind.Bed);

    /// <summary>Whether a step belongs to the way there: nobody hardens what stays indoors, and plants for sale are not planted.</summary>
    public bool Has(StepKind step) =>
        (Kind, step) switch
        {
            (AimKind.Sale, StepKind.PlantOut or StepKind.Ripe) => false,
            (AimKind.Pot, StepKind.Harden or StepKind.Hold or StepKind.PlantOut) => Outdoors,
            _ => true,
        };
}
