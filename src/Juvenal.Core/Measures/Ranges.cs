namespace Juvenal.Core.Measures;

/// <summary>Numbers held against their ranges, one failure a field.</summary>
internal sealed class Ranges
{
    private readonly List<Failure> _failures = [];

    public bool Hold => _failures.Count == 0;

    /// <summary>The first failure of each field, in the order in which they were asked.</summary>
    public List<Failure> Failures => [.. _failures.DistinctBy(f => f.Field)];

    /// <summary>Both ends included; null is not asked.</summary>
    public Ranges Within(string field, double? value, double low, double high)
    {
        if (value is { } v && !(v >= low && v <= high))
            Add(Failure.OutOfRange(field, v, low, high));
        return this;
    }

    /// <summary>Above the low end, which is excluded, to the high one; null is not asked.</summary>
    public Ranges Above(string field, double? value, double low, double high)
    {
        if (value is { } v && !(v > low && v <= high))
            Add(new("above-range", field, v, low, high));
        return this;
    }

    /// <summary>A share above 0, and below 1 or at most 1.</summary>
    public Ranges Share(string field, double value, bool oneAllowed)
    {
        if (!(value > 0 && (value < 1 || (oneAllowed && value == 1))))
            Add(new(oneAllowed ? "share-to-one" : "share-below-one", field, value, 0, 1));
        return this;
    }

    public void Add(Failure failure) => _failures.Add(failure);
}
