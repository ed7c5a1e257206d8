namespace Juvenal.Store.Nurseries;

/// <summary>What a write touches first: the first of the locks, whose order is the same everywhere (docs/adr/0007).</summary>
public enum Touches
{
    /// <summary>Work in batches, packets, trays: beside any other, and beside a change of the inputs.</summary>
    Work,

    /// <summary>A new batch: planned with inputs that nobody is changing.</summary>
    NewBatch,

    /// <summary>Site, rules, places, containers, cultivars, forecast or day change: one after the other.</summary>
    Inputs,

    /// <summary>As above, where it shows only while it is done whether they change (devices are asked).</summary>
    MaybeInputs,

    /// <summary>One of them goes: nothing else is under way.</summary>
    InputsGo,

    /// <summary>None of these: people and their rights.</summary>
    People,
}
