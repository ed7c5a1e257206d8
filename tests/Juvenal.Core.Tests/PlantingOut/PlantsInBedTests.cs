using FsCheck.Xunit;
using Juvenal.Core.PlantingOut;
using Xunit;

namespace Juvenal.Core.Tests.PlantingOut;

/// <summary>How many plants a bed takes.</summary>
public class PlantsInBedTests
{
    [Fact]
    public void Plants_stand_at_both_ends()
    {
        var bed = PlantsInBed.Of(600, 120, 50, 80, 20).Value;
        Assert.Equal((2, 12, 24), (bed.Rows, bed.PerRow, bed.Plants));
        // 0.3 is no whole number of tenths to a computer.
        Assert.Equal(4, PlantsInBed.Of(4.2, 10, 1.4, 5, 0).Value.PerRow);
        Assert.Equal(0, PlantsInBed.Of(30, 100, 45, 80, 20).Value.Plants);
        Assert.Equal(1, PlantsInBed.Of(40, 40, 45, 80, 20).Value.Plants);
        Assert.Equal("spacingCm", PlantsInBed.Of(40, 40, 0, 80, 20).Failures.Single().Field);
    }

    [Property]
    public void They_fit_and_one_more_would_not(ushort length, byte spacing, byte edge)
    {
        var (cm, apart) = (1.0 + length, 1.0 + spacing);
        var perRow = PlantsInBed.Of(cm, 1000, apart, 100, edge).Value.PerRow;
        Assert.True(perRow == 0 ? cm < 2.0 * edge : ((perRow - 1) * apart) + (2 * edge) <= cm + 1e-6);
        Assert.True((perRow * apart) + (2 * edge) > cm || perRow == 0);
    }
}
