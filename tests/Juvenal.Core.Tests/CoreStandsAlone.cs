using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests;

public class CoreStandsAlone
{
    [Fact]
    public void The_core_knows_only_the_base_library_and_MathNet()
    {
        var others = typeof(Planner)
            .Assembly.GetReferencedAssemblies()
            .Select(a => a.Name!)
            .Where(name => !name.StartsWith("System", StringComparison.Ordinal) && name != "MathNet.Numerics");
        Assert.Empty(others);
    }

    [Fact]
    public void Every_source_that_a_reason_or_figure_names_is_listed()
    {
        var known = Rules.Sources.All.Select(s => s.Key).ToHashSet();
        Assert.All(Rules.Figures.All, f => Assert.Contains(f.SourceKey, known));
        var plan = Planner.Plan(Nurseries.Request(Nurseries.Slow)).Value;
        var named = plan
            .Steps.SelectMany(s => s.Reasons)
            .Concat(plan.Window.Reasons)
            .Concat(plan.Warnings)
            .Select(r => r.Source)
            .OfType<string>();
        Assert.All(named, source => Assert.Contains(source, known));
    }
}
