namespace Juvenal.Core.Season;

/// <summary>The two paces of a batch: how quick it is to come up, and how quick its leaves are. Each is learned from what was seen.</summary>
internal sealed partial class Walk
{
    /// <summary>How far a leaf count may be off, leaves: the last one is half there. [model]</summary>
    internal const double CountDeviation = 0.4;

    /// <summary>Fewer grown leaves than this tell nothing of their pace. [model]</summary>
    internal const double LeastLeaves = 1;

    /// <summary>
    /// What the batch's own emergence says of its pace, in standard deviations of it: the mean, and what is left of its spread. The days it
    /// took against those it should have taken, with the stage's own straying, the warmth of the place and the day's roundness as noise
    /// (normal–normal).
    /// </summary>
    private (double Mean, double Deviation) LearnPace()
    {
        var pace = _spreads.EmergencePace;
        if (
            pace <= 0
            || _request.Path.Begins.Days is not null
            || _request.Path.Begins.Grown
            || _done[0] is not { } sown
            || _done[1] is not { } up
            || up <= sown
            || _about[0] + _about[1] > 0
        )
            return (0, 1);
        Span<double> z = stackalloc double[Variates.Count];
        var expected = BeginningDays(z, sown, null);
        z[Variates.Place(_placeOf[0])] = 1;
        var warmer = BeginningDays(z, sown, null);
        var place = (expected - warmer) / expected;
        var noise = (_spreads.Emergence * _spreads.Emergence) + (place * place) + (0.25 / (expected * expected));
        var precision = 1 + (pace * pace / noise);
        // Half were up by that day: counted seldom, they may have been long before. More than this no batch is believed to stray.
        var mean = (((up - sown) / expected) - 1) * pace / noise / precision;
        return (Math.Clamp(mean, -MostPace, MostPace), 1 / Math.Sqrt(precision));
    }

    /// <summary>The batch's pace of emergence as drawn, in standard deviations.</summary>
    private double Pace(ReadOnlySpan<double> z) => _pace.Mean + (_pace.Deviation * z[Variates.EmergencePace]);

    /// <summary>The pace of leaves before any were counted: that of emergence tells a little of it.</summary>
    private (double Mean, double Deviation) UsualLeaves()
    {
        const double r = StageSpreads.PaceCorrelation;
        return (r * _pace.Mean, Math.Sqrt((r * r * _pace.Deviation * _pace.Deviation) + 1 - (r * r)));
    }

    /// <summary>
    /// What a leaf count says of the pace of leaves: what has grown by then against what should have, with the stage's own straying, the
    /// warmth of the place and the count as noise (normal–normal).
    /// </summary>
    private (double Mean, double Deviation) LearnLeaves()
    {
        var pace = _spreads.LeafPace;
        if (pace <= 0 || _request.Seen is not { Leaves: { } seen, On.DayNumber: var on } || LeavesBy(on, 0) is not { } expected)
            return _leaves;
        var (grown, should) = (seen - _request.Path.Begins.Leaves, expected - _request.Path.Begins.Leaves);
        if (grown < LeastLeaves || should < LeastLeaves)
            return _leaves;
        var warmer = (LeavesBy(on, 1)!.Value - expected) / should;
        var count = CountDeviation / grown;
        var noise = (_spreads.Leaves * _spreads.Leaves) + (warmer * warmer) + (count * count);
        var prior = 1 / (_leaves.Deviation * _leaves.Deviation);
        var precision = prior + (pace * pace / noise);
        // What was reckoned has the usual pace in it already.
        var stretch = should / grown * (1 + (pace * _leaves.Mean));
        var mean = ((prior * _leaves.Mean) + ((stretch - 1) * pace / noise)) / precision;
        return (Math.Clamp(mean, -MostPace, MostPace), 1 / Math.Sqrt(precision));
    }

    /// <summary>True leaves in the middle course by a day of the stage that the plants are in; null where they are not up, or the day is
    /// before that stage.</summary>
    /// <param name="on">Day number.</param>
    /// <param name="strays">How much warmer than they should be the places are, standard deviations.</param>
    private double? LeavesBy(double on, double strays)
    {
        Span<double> z = stackalloc double[Variates.Count];
        for (var i = 0; i <= _seenAt; i++)
            z[Variates.Place(_placeOf[i + 1])] = strays;
        if ((_request.Path.Begins.Grown ? _done[0] : _done[1]) is not { } at)
            return null;
        var (count, setback) = (_request.Path.Begins.Leaves, 0.0);
        for (var i = 0; i < _seenAt; i++)
        {
            if (_done[2 + i] is not { } moved)
                return null;
            count += Grown(i, at + setback, moved, z, null);
            (at, setback) = (moved, _setbacks[i]);
        }

        return on < at ? null : count + Grown(_seenAt, at + setback, on, z, null);
    }

    /// <summary>Of the pace of leaves, the share that no pace of coming up tells of.</summary>
    private static readonly double OfItsOwn = Math.Sqrt(1 - (StageSpreads.PaceCorrelation * StageSpreads.PaceCorrelation));

    /// <summary>How much longer than usual the leaves before move i take, as drawn.</summary>
    private double LeafStretch(int i, ReadOnlySpan<double> z)
    {
        // The draw of how quick the batch is to come up goes on into its leaves, as far as no count says otherwise.
        const double r = StageSpreads.PaceCorrelation;
        var drawn = (r * _pace.Deviation * z[Variates.EmergencePace]) + (OfItsOwn * z[Variates.LeafPace]);
        var pace = _leaves.Mean + (_leaves.Deviation / _usual.Deviation * drawn);
        return Math.Max(Least, 1 + (_spreads.LeafPace * pace) + (_spreads.Leaves * z[Variates.LeafStage(i)]));
    }
}
