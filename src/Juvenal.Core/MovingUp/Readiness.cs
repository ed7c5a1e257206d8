using Juvenal.Core.Measures;

namespace Juvenal.Core.MovingUp;

/// <summary>Whether plants move on.</summary>
public enum ReadyCall
{
    /// <summary>Not before a day.</summary>
    Wait,

    /// <summary>Within some days.</summary>
    Soon,

    Now,

    /// <summary>They have stood in it too long.</summary>
    Overdue,
}

/// <summary>What holds the mix of a plug that is tipped out.</summary>
public enum PlugSeen
{
    Holds,
    FallsApart,
}

/// <summary>What was seen of two or three plants, and what the model holds them to be.</summary>
/// <param name="Today">The day of the look.</param>
/// <param name="First">They leave what they were sown in: leaves decide; later it is the roots.</param>
/// <param name="LeavesWanted">True leaves at this move, by the house rule or the plan.</param>
/// <param name="BySeedLeaves">The house rule lets seed leaves with strong roots go.</param>
/// <param name="Leaves">True leaves counted, 0–30; null: not counted.</param>
/// <param name="Roots">At the wall; null: nobody tipped one out.</param>
/// <param name="Plug">Whether the plug holds together; null: not said, or there is none.</param>
/// <param name="GuessLeaves">True leaves by the model, from 0.</param>
/// <param name="GuessShare">Of its comfortable time in the container, by the model, from 0.</param>
/// <param name="LeavesPerDay">At their place, from 0.</param>
/// <param name="SharePerDay">Of the comfortable time that a day takes, from 0.</param>
public sealed record ReadyQuestion(
    DateOnly Today,
    bool First,
    double LeavesWanted,
    bool BySeedLeaves,
    double? Leaves,
    RootsSeen? Roots,
    PlugSeen? Plug,
    double GuessLeaves,
    double GuessShare,
    double LeavesPerDay,
    double SharePerDay
);

/// <summary>Whether plants move on, by what was seen; what was not seen is the model's.</summary>
/// <param name="Call">Wait, within days, now, overdue.</param>
/// <param name="On">Wait: the day from which on. Soon: the last day. Else today.</param>
/// <param name="Why">What decides first.</param>
public sealed record Readiness(ReadyCall Call, DateOnly On, IReadOnlyList<Reason> Why)
{
    /// <summary>No root at the wall: looked at again after so many days. [common practice, no source]</summary>
    public const int LookAgainDays = 7;

    /// <summary>Roots just showing: moved within so many days. [common practice, no source]</summary>
    public const int ShowingDays = 3;

    /// <summary>A plug that falls apart: looked at again after so many days. [common practice, no source]</summary>
    public const int PlugDays = 3;

    /// <summary>No stage is looked for further ahead, days.</summary>
    private const int Furthest = 90;

    /// <summary>What the roots of a container are held to be, by how much of its comfortable time has passed: halfway between the shares
    /// that a look stands for. [model]</summary>
    /// <param name="share">From 0.</param>
    public static RootsSeen RootsAt(double share) =>
        share < (Looked.NoneShare + Looked.ShowingShare) / 2 ? RootsSeen.None
        : share < (Looked.ShowingShare + Looked.CirclingShare) / 2 ? RootsSeen.Showing
        : share < (Looked.CirclingShare + Looked.MattedShare) / 2 ? RootsSeen.Circling
        : RootsSeen.Matted;

    /// <summary>
    /// The first move goes by leaves, unless roots go round already; later ones go by roots. A plug that falls apart waits, roots that
    /// go round or are matted do not.
    /// </summary>
    public static Readiness Of(ReadyQuestion q)
    {
        ArgumentNullException.ThrowIfNull(q);
        var roots = Roots(q);
        var crowded = q.Roots is RootsSeen.Circling or RootsSeen.Matted;
        var answer =
            !q.First ? roots
            : crowded && roots.Call > ReadyCall.Soon ? roots
            : Leaves(q);
        return q.Plug == PlugSeen.FallsApart && !crowded && answer.Call is ReadyCall.Soon or ReadyCall.Now
            ? new(ReadyCall.Wait, q.Today.AddDays(PlugDays), [new("ready-plug", PlugDays, Unit: "d", Source: "practice"), .. answer.Why])
            : answer;
    }

    /// <summary>What the model alone would say.</summary>
    public static Readiness Guess(ReadyQuestion q)
    {
        ArgumentNullException.ThrowIfNull(q);
        return Of(q with { Leaves = null, Roots = null, Plug = null });
    }

    private static Readiness Leaves(ReadyQuestion q)
    {
        var seen = q.Leaves ?? q.GuessLeaves;
        var code = q.Leaves is null ? "ready-leaves-guessed" : "ready-leaves-seen";
        Reason why = new(code, seen, q.LeavesWanted, Source: "practice");
        if (q.BySeedLeaves && q.Roots >= RootsSeen.Showing)
            return new(ReadyCall.Now, q.Today, [new("ready-seed-leaves", Source: "practice")]);
        if (seen >= q.LeavesWanted - Hair)
            return new(ReadyCall.Now, q.Today, [why]);
        return new(ReadyCall.Wait, Later(q, (q.LeavesWanted - seen) / q.LeavesPerDay), [why]);
    }

    private static Readiness Roots(ReadyQuestion q)
    {
        if (q.Roots is not { } roots)
            return Reckoned(q);
        Reason why = new("ready-roots-seen", (int)roots, Source: "practice");
        return roots switch
        {
            RootsSeen.None => new(ReadyCall.Wait, q.Today.AddDays(LookAgainDays), [why]),
            RootsSeen.Showing => new(ReadyCall.Soon, q.Today.AddDays(ShowingDays), [why]),
            RootsSeen.Circling => new(ReadyCall.Now, q.Today, [why]),
            _ => new(ReadyCall.Overdue, q.Today, [why]),
        };
    }

    /// <summary>
    /// Nobody tipped one out: as the plan has it, by the leaves or by how full the container is reckoned to be, whichever is first.
    /// </summary>
    private static Readiness Reckoned(ReadyQuestion q)
    {
        var (full, leaves) = (Filled(q), Leaves(q));
        return full.Call >= ReadyCall.Now || leaves.Call != ReadyCall.Now && full.On <= leaves.On ? full : leaves;
    }

    private static Readiness Filled(ReadyQuestion q)
    {
        var roots = RootsAt(q.GuessShare);
        Reason why = new("ready-roots-guessed", (int)roots, q.GuessShare, Source: "model");
        return roots switch
        {
            RootsSeen.None => new(ReadyCall.Wait, Later(q, (Looked.ShowingShare - q.GuessShare) / q.SharePerDay), [why]),
            RootsSeen.Showing => new(ReadyCall.Soon, Later(q, (Looked.CirclingShare - q.GuessShare) / q.SharePerDay), [why]),
            RootsSeen.Circling => new(ReadyCall.Now, q.Today, [why]),
            _ => new(ReadyCall.Overdue, q.Today, [why]),
        };
    }

    /// <summary>Leaves of the model are no whole numbers.</summary>
    private const double Hair = 0.05;

    private static DateOnly Later(ReadyQuestion q, double days) =>
        q.Today.AddDays(double.IsFinite(days) ? (int)Math.Clamp(Math.Ceiling(days), 1, Furthest) : Furthest);
}
