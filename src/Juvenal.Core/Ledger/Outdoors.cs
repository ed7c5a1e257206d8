using Juvenal.Core.Hardening;

namespace Juvenal.Core.Ledger;

/// <summary>A day that plants were out, as it was said.</summary>
/// <param name="On">Which; one a day.</param>
/// <param name="HoursOut">0–24.</param>
/// <param name="HoursSun">Of them in sun, 0–24.</param>
/// <param name="NightOut">They stayed out the night after.</param>
/// <param name="CoverC">What a cover kept off that night, °C, from 0.</param>
/// <param name="Overcast">There was no sun to be had.</param>
/// <param name="Outcome">How they came through.</param>
/// <param name="Place">Where they were out; null: where they harden by their path.</param>
public sealed record AiredDay(
    DateOnly On,
    double HoursOut,
    double HoursSun,
    bool NightOut = false,
    double CoverC = 0,
    bool Overcast = false,
    DayOutcome Outcome = DayOutcome.Fine,
    Guid? Place = null
);

/// <summary>A place that plants stood in.</summary>
public sealed record Stay(Guid Place, DateOnly Since);

/// <summary>What a group has had of the world outside: it belongs to the group, and goes where it goes.</summary>
/// <param name="Before">Rungs that were said to be done before anything of it was recorded, from 0.</param>
/// <param name="Days">Each once, in order.</param>
/// <param name="Stays">Where they stood, from before they began on, in order; another begins where one ends.</param>
public sealed record Outdoors(int Before, IReadOnlyList<AiredDay> Days, IReadOnlyList<Stay> Stays)
{
    /// <summary>They begin now, from where they stand.</summary>
    public static Outdoors From(Stay stands) => new(0, [], [stands]);

    /// <summary>With another day, instead of what was said of it before.</summary>
    public Outdoors With(AiredDay day) => this with { Days = [.. Days.Where(d => d.On != day.On).Append(day).OrderBy(d => d.On)] };

    /// <summary>Carried.</summary>
    public Outdoors To(Stay stands) =>
        Stays is [.., var last] && last.Place == stands.Place ? this : this with { Stays = [.. Stays, stands] };

    public bool Equals(Outdoors? other) =>
        other is not null && Before == other.Before && Days.SequenceEqual(other.Days) && Stays.SequenceEqual(other.Stays);

    public override int GetHashCode() => HashCode.Combine(Before, Days.Count, Stays.Count);
}
