using Juvenal.Core.Ledger;

namespace Juvenal.Core.Seeds;

/// <summary>How many plants there will be, once emergence is counted.</summary>
/// <param name="Usable">Plants that count: one to a container where twins are snipped, else every seedling.</param>
/// <param name="Expected">Of those, expected to live to planting.</param>
/// <param name="ProbabilityOfEnough">Chance that at least the wanted number does.</param>
public sealed record Prospect(int Usable, double Expected, double ProbabilityOfEnough)
{
    /// <param name="state">What stands.</param>
    /// <param name="wanted">Plants.</param>
    /// <param name="survival">From emergence to planting, 0–1; taken whole, though part of the time may be past: the careful side.</param>
    /// <param name="twins">House rule.</param>
    /// <param name="cells">Of the group in trays, where all its cells are counted: what thinning leaves of it.</param>
    /// <param name="coming">Plants that are still to come up, from 0.</param>
    public static Prospect Of(
        BatchState state,
        int wanted,
        double survival,
        Twins twins,
        (GroupId Group, int Plants)? cells = null,
        double coming = 0
    )
    {
        ArgumentNullException.ThrowIfNull(state);
        var usable =
            state.Groups.Sum(g =>
                cells is { } c && g.Id == c.Group ? c.Plants
                : twins == Twins.Separate || g.At.Container is null ? g.Seedlings
                : Math.Min(g.Seedlings, g.Containers)
            ) + (int)Math.Round(coming);
        var planted = state.Groups.Where(g => g.At.Container is null).Sum(g => g.Seedlings);
        var growing = usable - planted;
        return new(usable, planted + (growing * survival), SowingQuantity.AtLeast(wanted - planted, growing, survival));
    }
}
