using Juvenal.Core.Cultivars;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Places;
using Juvenal.Store.Seeds;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>The bench sheet: how a sowing is done, in the order of the hands.</summary>
internal static class SowingWords
{
    /// <summary>Seed of one's own: whether it comes true.</summary>
    public static string? Own(SeedLotRow lot, Crop crop) =>
        lot.FromBatchId is null ? null
        : lot.Origin == SeedOrigin.Hybrid ? "Own seed of a hybrid: every plant will be another."
        : lot.Isolated == true ? "Own seed, its mother kept apart: comes true."
        : crop == Crop.Pepper ? "Own seed, its mother among others: peppers cross readily, some may be another kind."
        : "Own seed, its mother among others: tomatoes cross seldom.";

    /// <summary>A way of sowing a packet that is too small.</summary>
    public static string Way(ShortSeed way) =>
        way.Way switch
        {
            ShortWay.OneACell => "One a cell",
            ShortWay.TwoACell => "Two a cell, the weaker snipped",
            ShortWay.TwoSeparated => "Two a cell, both kept: separated when they are moved",
            ShortWay.TestFirst => Invariant($"Test {way.Other:0} on damp paper first, one a cell of the rest"),
            _ => Invariant($"One a cell, and when they are counted about {way.Other:#,0} seeds of another packet like it"),
        };

    public static IReadOnlyList<string> Steps(
        Container container,
        IReadOnlyList<BatchView> batches,
        PlaceRow place,
        Store.Plans.Catalogue catalogue,
        double waterLitres
    )
    {
        var us = catalogue.Site.UsUnits;
        var measures = new Measures(us);
        var water = us ? Invariant($"{waterLitres / 3.785411784:0.#} gal") : Invariant($"{waterLitres:0.#} L");
        var depth = us ? "¼ in" : Invariant($"{SowingCraft.DepthMm:0} mm");
        var perCell = batches
            .Select(b => b.Input.SeedsPerCell)
            .Distinct()
            .Order()
            .Select(n => n.ToString(System.Globalization.CultureInfo.InvariantCulture));
        var unit = container.Form switch
        {
            ContainerForm.Tray => "a cell",
            ContainerForm.Pot => "a pot",
            ContainerForm.Pellet => "a pellet",
            ContainerForm.RowTray => "a place",
            _ => "a plug",
        };
        List<string> steps =
        [
            container.Form switch
            {
                ContainerForm.Pellet => $"Swell the pellets in {water} of warm water; pour off what is left.",
                ContainerForm.Wool or ContainerForm.NetCup =>
                    $"Soak in {water} of weak nutrient solution, at the strength and pH its label gives for seedlings; let it drain.",
                _ => $"Wet the mix with about {water} of water before filling; fill, tap, strike off, do not press hard.",
            },
            container.Form == ContainerForm.RowTray
                ? $"Draw a drill for each row, {depth} deep; one seed to a place, one cultivar to a row."
                : $"Sow {string.Join(" or ", perCell)} {unit}, {depth} deep.{(container.Cells is null ? "" : " A row has one cultivar and its label.")}",
            container.TakesMix
                ? "Cover lightly, firm, and "
                    + (
                        catalogue.Rules.Rules.Watering == Watering.Below
                            ? "water from below until the surface darkens."
                            : "water gently from above with a fine rose."
                    )
            : container.WaterCulture ? "Leave the holes open; keep the plugs moist, never standing deep."
            : "Pinch the hole to; keep them moist.",
            place.SoilC is { } heat
                ? $"Cover for moisture and put on {place.Name}: {measures.Temperature(heat)} at the seed{(SowingCraft.IsBest(heat) ? "" : $"; {measures.Temperature(EmergenceVerdict.WarmEnoughC)} to {measures.Temperature(SowingCraft.WarmestBestC)} is best")}."
                : $"Cover for moisture and put in {place.Name}; bottom heat of {measures.Temperature(EmergenceVerdict.WarmEnoughC)} to {measures.Temperature(SowingCraft.WarmestBestC)} would be best.",
            $"At the first emergence: cover off, and into the light, {SowingCraft.LeastLightHours} to {SowingCraft.MostLightHours} hours.",
        ];
        return steps;
    }

    /// <summary>A whole tray for a few cells: what else can be done.</summary>
    public static string Spill(int cells, int trays) =>
        cells == 1
            ? Invariant($"1 cell takes tray {trays} alone. Sow one fewer, or sow it in a pot.")
            : Invariant($"{cells} cells take tray {trays} alone. Sow as many fewer, or sow them in pots.");
}
