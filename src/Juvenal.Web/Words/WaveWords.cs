using Juvenal.Core.Season;
using Juvenal.Core.Site;

namespace Juvenal.Web.Words;

/// <summary>Waves and successions, in words.</summary>
internal static class WaveWords
{
    /// <summary>"To be planted Wed 17 Jun: 24 days after 26-02, or later. Until Mon 20 Jul a planting still bears long enough."</summary>
    /// <param name="wave">The next one.</param>
    /// <param name="code">Of the batch before it.</param>
    /// <param name="aim">What both are raised for.</param>
    public static string Text(NextWave wave, string code, AimKind aim)
    {
        var what = aim switch
        {
            AimKind.Sale => "For sale",
            AimKind.Pot => "To be begun",
            _ => "To be planted",
        };
        return $"{what} {Days.Say(wave.Day)}: {AutumnWindow.SuccessionDays} days after {code}, or later."
            + (
                wave.Last is not { } last ? ""
                : wave.TooLate
                    ? $" Too late in the open: after {Days.Say(last)} it bears for less than {Days.Many(AutumnWindow.PickingDays)} before it may freeze."
                : $" Until {Days.Say(last)} a planting still bears long enough."
            );
    }
}
