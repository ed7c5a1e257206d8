namespace Juvenal.Web.Words;

/// <summary>The weeks after planting, in words.</summary>
internal static class AfterWords
{
    /// <summary>"Planted 3 days ago. In the morning they stand up by now; by noon they may still hang."</summary>
    /// <param name="days">Since they went in.</param>
    public static string Text(int days) =>
        $"Planted {(days == 1 ? "yesterday" : $"{days} days ago")}. "
        + days switch
        {
            <= 2 => "A day or two of droop is normal. Is the soil damp, the stem whole?",
            <= 6 => "In the morning they stand up by now. Cut off at the soil: cutworms; holes: slugs.",
            <= 13 => "New leaves show by now. White patches are sun; they grow out.",
            _ => "They have settled: new growth is green and firm.",
        };
}
