namespace Juvenal.Core.Season;

/// <summary>A job as the hours of a day see it.</summary>
/// <param name="Press">How pressing.</param>
/// <param name="Latest">The last day on which it is still in time: the end of its band.</param>
/// <param name="Minutes">How long all of it takes, from 0.</param>
public sealed record LoadJob(Press Press, DateOnly Latest, int Minutes);

/// <summary>What of a morning's work fits into the hours there are: what cannot wait comes first, and long jobs are spread.</summary>
public static class DayLoad
{
    /// <summary>A piece of a long job is no shorter than this, minutes: pots and mix have to be fetched for it. [model]</summary>
    public const int ShortestPiece = 20;

    /// <summary>Nobody has more hours in a day, of all hands together: twenty people and a long day.</summary>
    public const double MostHours = 200;

    /// <summary>By job, in the order given: minutes of it today, from 0 to all of them.</summary>
    /// <param name="jobs">What is due, or may be.</param>
    /// <param name="hours">Of all hands together, above 0.</param>
    /// <remarks>
    /// Overdue before due before what is only looked at, then by the last day in time, then the short ones: so that most of them are
    /// done. A job that does not fit is begun, where what is left of the day is worth it, and goes on on the next.
    /// </remarks>
    public static IReadOnlyList<int> Today(IReadOnlyList<LoadJob> jobs, double hours)
    {
        ArgumentNullException.ThrowIfNull(jobs);
        var left = (int)Math.Round(hours * 60);
        var today = new int[jobs.Count];
        foreach (
            var i in Enumerable
                .Range(0, jobs.Count)
                .OrderByDescending(i => jobs[i].Press)
                .ThenBy(i => jobs[i].Latest)
                .ThenBy(i => jobs[i].Minutes)
        )
        {
            var piece = Math.Min(jobs[i].Minutes, left);
            if (piece < jobs[i].Minutes && piece < ShortestPiece)
                continue;
            today[i] = piece;
            left -= piece;
        }

        return today;
    }
}
