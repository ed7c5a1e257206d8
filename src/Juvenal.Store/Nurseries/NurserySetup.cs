using Juvenal.Core.Rules;
using Juvenal.Store.Places;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;

namespace Juvenal.Store.Nurseries;

/// <summary>A new nursery: the default house rules and the containers that every grower has; no places, no cultivars, no dates.</summary>
public static class NurserySetup
{
    /// <summary>Usual formats. Volumes differ by maker: they are a start, to be measured and changed. [common practice, no source]</summary>
    private static readonly (string Name, double Litres, int? Cells, bool Final)[] Containers =
    [
        ("200-cell tray", 0.012, 200, false),
        ("128-cell tray", 0.020, 128, false),
        ("72-cell tray", 0.045, 72, false),
        ("50-cell tray", 0.075, 50, false),
        ("24-cell tray", 0.16, 24, false),
        ("7 cm pot", 0.2, null, false),
        ("9 cm pot", 0.4, null, false),
        ("11 cm pot", 0.65, null, false),
        ("13 cm pot", 1.0, null, false),
        ("2 L pot", 2, null, false),
        ("12 L tub", 12, null, true),
    ];

    public static async Task CreateAsync(NurseryTransaction nursery, string name, string timeZone, double latitude, DateOnly? demoDay, CancellationToken cancel)
    {
        await new SiteStore(nursery).CreateAsync(name, timeZone, latitude, demoDay, cancel);
        await new RulesStore(nursery).CreateAsync(HouseRules.Default, cancel);
        var containers = new ContainerStore(nursery);
        foreach (var (containerName, litres, cells, final) in Containers)
        {
            await containers.PutAsync(new(Guid.CreateVersion7(), 0, containerName, litres, cells, final), cancel);
        }
    }
}
