using System.Security.Cryptography;
using System.Text;

namespace Juvenal.Core.Season;

/// <summary>What is done at a step, in the order of the work.</summary>
public enum StepKind
{
    /// <summary>Sowing, taking in, taking cuttings, grafting.</summary>
    Begin,

    /// <summary>What was begun stands as plants: come up, rooted, healed. Plants that are bought in have no such step.</summary>
    Up,

    /// <summary>Into another container.</summary>
    Move,

    Harden,

    /// <summary>Hardened plants are kept cool, in the same pot, until they are wanted; few paths have this.</summary>
    Hold,

    PlantOut,

    /// <summary>The first ripe fruit.</summary>
    Ripe,
}

/// <summary>Names a step of a batch for good: its day, its lock, what was done of it hang on this, wherever it comes in the path.</summary>
public readonly record struct StepId(Guid Value)
{
    /// <summary>
    /// The name of a step that a path has one of: the same each time it is asked for. A UUID of version 8 (RFC 9562), from the first 128
    /// bits
    /// of SHA-256 over the batch's id and the words.
    /// </summary>
    /// <param name="batch">The batch.</param>
    /// <param name="what">begin, up, harden, plant-out, ripe; move-1 to move-6 where nobody named the move.</param>
    public static StepId Of(Guid batch, string what)
    {
        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData([.. batch.ToByteArray(bigEndian: true), .. Encoding.UTF8.GetBytes("step/" + what)], hash);
        hash[6] = (byte)((hash[6] & 0x0F) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3F) | 0x80);
        return new(new Guid(hash[..16], bigEndian: true));
    }
}

/// <summary>A step of a batch: its name, what is done, and where it comes. Steps of one batch compare by where they come.</summary>
/// <param name="Id">Its name.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Order">Where it comes among the steps of its batch; only which is less means something.</param>
/// <param name="Number">Of a move: which, from 1; 0 for the others.</param>
public readonly record struct Step(StepId Id, StepKind Kind, int Order, int Number = 0) : IComparable<Step>
{
    public bool Equals(Step other) => Id == other.Id;

    public override int GetHashCode() => Id.GetHashCode();

    public int CompareTo(Step other) => Order.CompareTo(other.Order);

    public static bool operator <(Step a, Step b) => a.Order < b.Order;

    public static bool operator >(Step a, Step b) => a.Order > b.Order;

    public static bool operator <=(Step a, Step b) => a.Order <= b.Order;

    public static bool operator >=(Step a, Step b) => a.Order >= b.Order;
}
