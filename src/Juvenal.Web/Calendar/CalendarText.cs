using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Juvenal.Store.Batches;
using Juvenal.Web.Beds;
using Juvenal.Web.Round;
using Juvenal.Web.Words;
using static System.FormattableString;

namespace Juvenal.Web.Calendar;

/// <summary>The work to come as iCalendar (RFC 5545): a day for each step, and an alarm for a cold night.</summary>
internal static class CalendarText
{
    private const string Product = "-//Juvenal//Work to come//EN";

    /// <summary>Programs are asked to fetch it so often.</summary>
    private const string Refresh = "PT6H";

    /// <summary>A cold night is called for at this hour of the afternoon. [model]</summary>
    private const int AlarmHour = 16;

    /// <param name="nursery">Whose: part of every UID, so that two nurseries never share one.</param>
    /// <param name="name">The nursery's.</param>
    /// <param name="steps">Work to come, and what was taken out.</param>
    /// <param name="mulch">Work with the mulch of beds.</param>
    /// <param name="tonight">The band, as the Round has it now.</param>
    /// <param name="catalogue">For names and the day.</param>
    /// <param name="root">The server's own address, for links.</param>
    /// <param name="now">When it is written.</param>
    public static string Of(
        Guid nursery,
        string name,
        IReadOnlyList<CalendarStep> steps,
        IReadOnlyList<MulchAnswer> mulch,
        TonightAnswer tonight,
        Store.Plans.Catalogue catalogue,
        string root,
        DateTimeOffset now
    )
    {
        var calendar = new Ical.Net.Calendar { ProductId = Product };
        calendar.AddProperty("X-WR-CALNAME", $"{name}: work");
        calendar.AddProperty("REFRESH-INTERVAL;VALUE=DURATION", Refresh);
        var stamp = new CalDateTime(now.UtcDateTime, "UTC");
        foreach (var step in steps)
            calendar.Events.Add(Event(step));
        foreach (var work in mulch.Where(m => m is { Due: not null, Done: null }))
            calendar.Events.Add(Mulch(work));
        if (Alarm() is { } alarm)
        {
            calendar.Events.Add(alarm);
            // Its hour is of a time zone, and the zone's rules come with it (RFC 5545, 3.2.19).
            calendar.AddTimeZone(VTimeZone.FromDateTimeZone(catalogue.Site.TimeZone, new(catalogue.Today.Year, 1, 1), false));
        }

        return new CalendarSerializer(calendar).SerializeToString() ?? "";

        CalendarEvent Event(CalendarStep step)
        {
            var cultivar = catalogue.Cultivars.TryGetValue(step.CultivarId, out var known) ? known.Name : "";
            var title = LedgerWords.Step(step.Kind, step.Number, step.Start);
            return new()
            {
                Uid = $"{step.Step}@{nursery}",
                DtStamp = stamp,
                Sequence = step.Revision + (step.Cancelled ? 1 : 0),
                Start = new CalDateTime(step.On),
                End = new CalDateTime(step.On.AddDays(1)),
                Summary = $"{title} {cultivar} {step.Code}",
                Location = step.Place,
                Description = step.Container is null ? step.Place : $"{step.Container}, {step.Place}",
                Url = new Uri($"{root}/n/{nursery}/batches/{step.BatchId}"),
                Status = step.Cancelled ? EventStatus.Cancelled : EventStatus.Confirmed,
                Transparency = TransparencyType.Transparent,
            };
        }

        CalendarEvent Mulch(MulchAnswer work)
        {
            var on = work.Due > catalogue.Today ? work.Due.Value : catalogue.Today;
            return new()
            {
                Uid = Invariant($"mulch-{work.PlaceId}-{work.Work}-{on.Year}@{nursery}"),
                DtStamp = stamp,
                // Nobody counts how often its day moved: each day's word is newer than the last's.
                Sequence = catalogue.Today.DayNumber,
                Start = new CalDateTime(on),
                End = new CalDateTime(on.AddDays(1)),
                Summary = $"{BedWords.Mulch(work.Work)}: {work.Place}",
                Location = work.Place,
                Description = work.Text,
                Url = new Uri($"{root}/n/{nursery}/beds"),
                Status = EventStatus.Confirmed,
                Transparency = TransparencyType.Transparent,
            };
        }

        CalendarEvent? Alarm()
        {
            var act = tonight.Places.Where(p => p.Call >= Core.Hardening.NightCall.Act && p.Done == Store.Site.NightDid.Open).ToList();
            if (act.Count == 0 || tonight.Title is null)
                return null;
            var at = new CalDateTime(catalogue.Today.ToDateTime(new TimeOnly(AlarmHour, 0)), catalogue.Site.TimeZone);
            var alarm = new Ical.Net.CalendarComponents.Alarm
            {
                Action = AlarmAction.Display,
                Description = tonight.Title,
                Trigger = new Trigger(new Duration(minutes: 0)),
            };
            var night = new CalendarEvent
            {
                Uid = Invariant($"tonight-{catalogue.Today:yyyyMMdd}@{nursery}"),
                DtStamp = stamp,
                Start = at,
                Duration = new Duration(minutes: 30),
                Summary = tonight.Title,
                Description = string.Join("\n", act.Select(p => $"{p.Place}: {p.Text}")),
                Url = new Uri($"{root}/n/{nursery}"),
            };
            night.Alarms.Add(alarm);
            return night;
        }
    }
}
