using Juvenal.Core.Measures;

namespace Juvenal.Store.Nurseries;

/// <summary>No such thing in this nursery (it may be in another: one may not know).</summary>
public sealed class NotFoundException(string what) : Exception($"No such {what}.")
{
    public string What { get; } = what;
}

/// <summary>The input cannot be worked with: sentences at fields.</summary>
public sealed class RefusedException(IReadOnlyList<Failure> failures) : Exception(string.Join(", ", failures.Select(f => f.Code)))
{
    public RefusedException(Failure failure)
        : this([failure]) { }

    public IReadOnlyList<Failure> Failures { get; } = failures;

    /// <summary>It could stand, but is hard to believe: said that it is so, it is taken.</summary>
    public bool Asks { get; init; }

    /// <summary>The same, of input that is part of other input.</summary>
    /// <param name="field">Each field by its name there.</param>
    public RefusedException At(Func<string, string> field) =>
        new([.. Failures.Select(f => f with { Field = field(f.Field) })]) { Asks = Asks };
}

/// <summary>Someone else was faster, or what was shown is no longer so.</summary>
/// <param name="code">changed-meanwhile, plan-changed, other-payload, in-use, name-taken.</param>
/// <param name="current">What stands now, for the loser to compare with.</param>
/// <param name="usUnits">What it is to be shown in.</param>
public sealed class ConflictException(string code, object? current = null, bool usUnits = false) : Exception(code)
{
    public bool UsUnits { get; } = usUnits;

    public string Code { get; } = code;

    public object? Current { get; } = current;
}

/// <summary>What was read before the locks is no longer so: the whole act is tried again.</summary>
internal sealed class AgainException() : Exception("Changed while it waited.");
