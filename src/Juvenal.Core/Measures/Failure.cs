namespace Juvenal.Core.Measures;

/// <summary>
/// Input that cannot be worked with, as data: a code, the field it belongs to, and the numbers a sentence about it needs.
/// The web layer turns it into that sentence, in one place.
/// </summary>
/// <param name="Code">Stable, kebab-case.</param>
/// <param name="Field">The input's name as the caller knows it, camelCase with dots.</param>
/// <param name="Value">What was given or found.</param>
/// <param name="Low">The least that would do.</param>
/// <param name="High">The most that would do.</param>
/// <param name="Subject">A name that the grower knows: a place, a cultivar, a stage.</param>
public sealed record Failure(
    string Code,
    string Field,
    double? Value = null,
    double? Low = null,
    double? High = null,
    string? Subject = null
)
{
    /// <summary>A number outside its range, both ends included.</summary>
    public static Failure OutOfRange(string field, double value, double low, double high) => new("out-of-range", field, value, low, high);
}

/// <summary>A result or the failures that stood in its way; never both.</summary>
public sealed class Outcome<T>
    where T : class
{
    private readonly T? _value;

    private Outcome(T? value, IReadOnlyList<Failure> failures) => (_value, Failures) = (value, failures);

    public IReadOnlyList<Failure> Failures { get; }

    public bool Succeeded => _value is not null;

    /// <exception cref="InvalidOperationException">The outcome is a failure: look at <see cref="Succeeded"/> first.</exception>
    public T Value => _value ?? throw new InvalidOperationException("No value: " + string.Join(", ", Failures.Select(f => f.Code)));

    public static implicit operator Outcome<T>(T value) => new(value, []);

    public static implicit operator Outcome<T>(Failure failure) => new(null, [failure]);

    public static implicit operator Outcome<T>(List<Failure> failures) =>
        failures is { Count: > 0 }
            ? new(null, failures)
            : throw new ArgumentException("A failed outcome names at least one failure.", nameof(failures));
}
