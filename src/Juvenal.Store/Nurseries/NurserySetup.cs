using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Store.Places;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;

namespace Juvenal.Store.Nurseries;

/// <summary>A new nursery: the default house rules and the containers that every grower has; no places, no cultivars, no dates.</summary>
public static class NurserySetup
{
    /// <summary>
    /// Usual formats. Volumes differ by maker: they are a start, to be measured and changed. [common practice, no source]
    /// </summary>
    private static readonly (string Name, double Litres, int? Cells, ContainerForm Form, bool Final)[] Containers =
    [
        .. new[] { (200, 0.012), (162, 0.016), (128, 0.020), (98, 0.030), (72, 0.045), (50, 0.075), (32, 0.12), (24, 0.16) }.Select(t =>
            ($"{t.Item1}-cell tray", t.Item2, (int?)t.Item1, ContainerForm.Tray, false)
        ),
        ("12-cell strip", 0.06, 12, ContainerForm.Tray, false),
        ("6-cell strip", 0.1, 6, ContainerForm.Tray, false),
        ("Yoghurt cup", 0.15, null, ContainerForm.Pot, false),
        ("Row tray, 10 rows of 20", 0.012, 200, ContainerForm.RowTray, false),
        ("Pressed pellet, 4 cm", 0.05, null, ContainerForm.Pellet, false),
        ("Mineral-wool plugs, sheet of 98", 0.02, 98, ContainerForm.Wool, false),
        ("Net cup, 5 cm", 0.09, null, ContainerForm.NetCup, false),
        .. new[] { ("7 cm pot", 0.2), ("9 cm pot", 0.4), ("11 cm pot", 0.65), ("13 cm pot", 1.0), ("2 L pot", 2.0) }.Select(p =>
            (p.Item1, p.Item2, (int?)null, ContainerForm.Pot, false)
        ),
        ("3 L pot", 3, null, ContainerForm.Pot, true),
        ("12 L tub", 12, null, ContainerForm.Pot, true),
    ];

    public static async Task CreateAsync(
        NurseryTransaction nursery,
        string name,
        string timeZone,
        double latitude,
        DateOnly? demoDay,
        CancellationToken cancel
    )
    {
        await new SiteStore(nursery).CreateAsync(name, timeZone, latitude, demoDay, cancel);
        await new RulesStore(nursery).CreateAsync(HouseRules.Default, cancel);
        var containers = new ContainerStore(nursery);
        foreach (var (containerName, litres, cells, form, final) in Containers)
        {
            await containers.PutAsync(new(Guid.CreateVersion7(), 0, containerName, litres, cells, final, form, null), cancel);
        }
    }
}
