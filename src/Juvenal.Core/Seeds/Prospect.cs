using Juvenal.Core.Ledger;

namespace Juvenal.Core.Seeds;

/// <summary>How many plants there will be, from sowing on.</summary>
/// <param name="Usable">Plants that count: one to a container where twins are snipped, else every seedling.</param>
/// <param name="Expected">Of those, expected to live to planting.</param>
/// <param name="ProbabilityOfEnough">Chance that at least the wanted number does.</param>
/// <param name="Spare">As many could go and the rest would still be enough, as surely as the grower wants it.</param>
public sealed record Prospect(int Usable, double Expected, double ProbabilityOfEnough, int Spare = 0)
{
    /// <summary>Before anything is counted: by what was really sown, of a lot as it is known.</summary>
    /// <param name="cells">Sown, from 1.</param>
    /// <param name="perCell">Seeds in each.</param>
    /// <param name="lot">Its germination.</param>
    /// <param name="wanted">Plants.</param>
    /// <param name="survival">From emergence to planting, 0–1.</param>
    /// <param name="twins">House rule.</param>
    public static Prospect Sown(int cells, int perCell, Germinability lot, int wanted, double survival, Twins twins)
    {
        var predictive = Predictive.Of(lot);
        return new(
            (int)Math.Round(predictive.Expected(cells, perCell, twins, 1)),
            predictive.Expected(cells, perCell, twins, survival),
            predictive.AtLeast(wanted, cells, perCell, twins, survival, Predictive.UsualTray)
        );
    }

    /// <summary>Of side shoots and grafts: each takes or does not, on its own.</summary>
    public static Prospect Taking(int cells, double share, int wanted, double survival) =>
        new((int)Math.Round(cells * share), cells * share * survival, SowingQuantity.AtLeast(wanted, cells, share * survival));

    /// <param name="state">What stands.</param>
    /// <param name="wanted">Plants.</param>
    /// <param name="survival">From emergence to planting, 0–1; taken whole, though part of the time may be past: the careful side.</param>
    /// <param name="twins">House rule.</param>
    /// <param name="cells">Of the group in trays, where all its cells are counted: what thinning leaves of it.</param>
    /// <param name="coming">Plants that are still to come up, from 0.</param>
    /// <param name="confidence">How sure the grower wants to be of enough, between 0 and 1.</param>
    public static Prospect Of(
        BatchState state,
        int wanted,
        double survival,
        Twins twins,
        (GroupId Group, int Plants)? cells = null,
        double coming = 0,
        double confidence = 0.9
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
        // The fewest of those that grow that are enough: the more, the surer, so that it is found by halving.
        var (enough, most) = (0, Math.Max(0, growing));
        while (enough < most)
        {
            var middle = (enough + most) / 2;
            if (Predictive.Live(wanted - planted, middle, survival) >= confidence)
                most = middle;
            else
                enough = middle + 1;
        }

        return new(
            usable,
            planted + (growing * survival),
            Predictive.Live(wanted - planted, growing, survival),
            Math.Max(0, growing - enough)
        );
    }
}
