using Juvenal.Core.MovingUp;

namespace Juvenal.Core.Places;

/// <summary>What kind of thing a plant stands in. It sets the materials, what to look after, and the first move.</summary>
public enum ContainerForm
{
    /// <summary>Cells in rows, filled with mix.</summary>
    Tray,

    /// <summary>Seed in drills, without cells.</summary>
    RowTray,

    /// <summary>A single pot of mix.</summary>
    Pot,

    /// <summary>A pellet of pressed peat or coir that swells in water; no mix.</summary>
    Pellet,

    /// <summary>A plug of mineral wool, fed with nutrient solution; no mix.</summary>
    Wool,

    /// <summary>A net cup over nutrient solution; no mix.</summary>
    NetCup,
}

/// <summary>What a plant stands in.</summary>
/// <param name="Name">As the grower calls it.</param>
/// <param name="Litres">Volume of one cell or pot, L, 0.005–100; in a row tray the mix that one seed has.</param>
/// <param name="Cells">Cells in a tray (or seeds in a row tray, pellets or plugs in a sheet), 1–1,000; null for a single one.</param>
/// <param name="Final">The plant is meant to end in it: no limit on its days.</param>
/// <param name="Form">What it is.</param>
public sealed record Container(string Name, double Litres, int? Cells = null, bool Final = false, ContainerForm Form = ContainerForm.Pot)
{
    /// <summary>No tray has larger cells, L: larger ones are asked about. [model]</summary>
    public const double LargestCellLitres = 3;

    /// <summary>Water that a pressed pellet takes up, of its swollen volume. [common practice, no source]</summary>
    public const double SwellingShare = 0.9;

    /// <summary>Nutrient solution that a plug takes up, of its volume. [common practice, no source]</summary>
    public const double SoakingShare = 0.8;

    /// <summary>Filled with mix; the others come as they are.</summary>
    public bool TakesMix => Form is ContainerForm.Tray or ContainerForm.RowTray or ContainerForm.Pot;

    /// <summary>Stands in nutrient solution.</summary>
    public bool WaterCulture => Form is ContainerForm.Wool or ContainerForm.NetCup;

    /// <summary>
    /// The plant moves on with what its roots are in: no root is bared. Out of a tray of drills it is parted from its neighbours.
    /// </summary>
    public bool KeepsBall => Form != ContainerForm.RowTray;

    /// <summary>Loose mix to fill so many, L; 0 where none goes in.</summary>
    public double MixLitres(int count) => TakesMix ? Mix.Litres(count, Litres) : 0;

    /// <summary>Water (or nutrient solution in water culture) to have ready for so many, L: to wet the mix, to swell, to soak.</summary>
    public double WaterLitres(int count) =>
        Form switch
        {
            ContainerForm.Pellet => count * Litres * SwellingShare,
            ContainerForm.Wool or ContainerForm.NetCup => count * Litres * SoakingShare,
            _ => Mix.WaterLitres(MixLitres(count)),
        };
}
