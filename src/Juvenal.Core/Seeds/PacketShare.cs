namespace Juvenal.Core.Seeds;

/// <summary>A sowing that is to come, and the packet it takes from.</summary>
/// <param name="Batch">Which.</param>
/// <param name="Lot">From which packet.</param>
/// <param name="Seeds">How many, from 0.</param>
public sealed record SowingToCome(Guid Batch, Guid Lot, int Seeds);

/// <summary>Who gets how much of a packet that several sowings take from: first come, first served.</summary>
public static class PacketShare
{
    /// <param name="sowings">In the order in which they are sown.</param>
    /// <param name="left">Seeds left in a packet; null where they are not counted.</param>
    /// <returns>By batch: seeds that its packet lacks; those that lack none are left out.</returns>
    public static IReadOnlyDictionary<Guid, int> Lacking(IEnumerable<SowingToCome> sowings, Func<Guid, int?> left)
    {
        ArgumentNullException.ThrowIfNull(sowings);
        ArgumentNullException.ThrowIfNull(left);
        var (rest, lacking) = (new Dictionary<Guid, int>(), new Dictionary<Guid, int>());
        foreach (var (batch, lot, seeds) in sowings)
        {
            if ((rest.TryGetValue(lot, out var known) ? known : left(lot)) is not { } there)
                continue;
            if (seeds > there)
                lacking[batch] = seeds - Math.Max(0, there);
            rest[lot] = Math.Max(0, there - seeds);
        }

        return lacking;
    }
}
