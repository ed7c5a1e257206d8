namespace Juvenal.Core.Measures;

/// <summary>
/// Why a value is what it is, as data. The web layer turns it into a sentence; screen, print and calendar share that sentence.
/// </summary>
/// <param name="Code">Stable, kebab-case.</param>
/// <param name="Value">The figure the reason turns on.</param>
/// <param name="Limit">What it was held against, where there is a limit.</param>
/// <param name="Unit">Unit of both: <c>C</c>, <c>d</c>, <c>leaves</c>, <c>share</c>, <c>L</c>, <c>plants</c>.</param>
/// <param name="Rule">The house rule behind it, by its code.</param>
/// <param name="Source">Key of the figure in <see cref="Rules.Sources"/>.</param>
/// <param name="Subject">A name that the grower knows.</param>
/// <param name="Day">A day the reason turns on.</param>
/// <param name="Terms">The numbers that were put into its formula, in the order that the formula names them; null where it has
/// none.</param>
public sealed record Reason(
    string Code,
    double? Value = null,
    double? Limit = null,
    string? Unit = null,
    string? Rule = null,
    string? Source = null,
    string? Subject = null,
    DateOnly? Day = null,
    IReadOnlyList<double>? Terms = null
);
