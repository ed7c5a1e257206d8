namespace Juvenal.Core.Season;

/// <summary>
/// What was seen, against what could have been: of the draws of a plan those count that do not contradict it. A job that is merely not
/// done is no evidence.
/// </summary>
/// <param name="Kept">Draws that agree with what was seen, by <see cref="Draws.Row"/>; all of the usual ones where nothing was.</param>
/// <param name="LateDays">How much later than in the middle course half are up, by the draws that are left; 0 where nothing was
/// seen.</param>
/// <param name="Share">Of the draws, those that agree, 0–1.</param>
/// <param name="Beyond">Hardly any is as late: there is no band to give, they may come up any day or never.</param>
internal sealed record Evidence(IReadOnlyList<int> Kept, double LateDays, double Share, bool Beyond)
{
    /// <summary>With fewer draws a band cannot be told. [model]</summary>
    public const int LeastDraws = 60;

    private static readonly IReadOnlyList<int> All = [.. Enumerable.Range(0, Draws.Count)];

    private static readonly Evidence None = new(All, 0, 1, false);

    /// <summary>Counted on a day, fewer than half were up: draws in which they are up by then are left out.</summary>
    public static Evidence Of(PlanRequest request, Walk walk)
    {
        if (
            request.NotUpOn is not { DayNumber: var seen }
            || request.FactsOf(StepKind.Begin).Done is not { DayNumber: var sown }
            || request.FactsOf(StepKind.Up).Done is not null
            || request.Path.Begins.Grown
        )
            return None;
        var (kept, days) = (new List<int>(), new List<double>());
        var tried = 0;
        while (tried < Draws.Most && (tried < Draws.Count || kept.Count < LeastDraws))
        {
            if (walk.UpOn(Draws.Row(tried), sown, tried) is var up && up > seen + 0.5)
            {
                kept.Add(tried);
                days.Add(up);
            }

            tried++;
        }

        Span<double> middle = stackalloc double[Variates.Count];
        var usual = walk.UpOn(middle, sown, null);
        var share = kept.Count / (double)tried;
        if (kept.Count < LeastDraws)
            return new(All, Math.Max(0, request.Today.DayNumber - usual), share, true);
        days.Sort();
        return new(kept, Math.Max(0, days[days.Count / 2] - usual), share, false);
    }
}
