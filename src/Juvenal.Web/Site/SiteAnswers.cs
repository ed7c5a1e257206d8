using Juvenal.Core.Cultivars;
using Juvenal.Core.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Site;

/// <summary>One thing that a window waits for.</summary>
/// <param name="Code">freeze, pepper-timing, nights, days or soil.</param>
/// <param name="Limit">°C for nights, days and soil, a share of springs for the others.</param>
/// <param name="ShortByC">By how far it falls short at the warmest, °C; null where it opens.</param>
/// <param name="Last">Share of the springs that open in which it came right last, 0–1; null where only freeze dates are known.</param>
public sealed record GateAnswer(
    string Code,
    DateOnly? Low,
    DateOnly? Opens,
    DateOnly? High,
    double Limit,
    double? ShortByC,
    double? Last,
    string Sentence
);

/// <param name="Beds">Names of the beds that have this surface.</param>
/// <param name="Springs">Of the record; null where only freeze dates are known.</param>
/// <param name="Never">Of those, that never open.</param>
/// <param name="MostNever">More than half never open.</param>
/// <param name="AllWinter">More than half are open from mid-winter on.</param>
/// <param name="Sentence">The window in one sentence.</param>
/// <param name="Gates">The one that was last most often first.</param>
public sealed record WindowAnswer(
    Crop Crop,
    Surface Surface,
    IReadOnlyList<string> Beds,
    DateOnly Low,
    DateOnly Opens,
    DateOnly High,
    int? Springs,
    int Never,
    bool MostNever,
    bool AllWinter,
    string Sentence,
    IReadOnlyList<GateAnswer> Gates,
    IReadOnlyList<Why> Why
);

public sealed record RiskPoint(DateOnly Day, double Risk);

/// <summary>How likely it still freezes (spring) or has frozen (autumn), day by day.</summary>
/// <param name="Recorded">From the record; else from typed dates.</param>
/// <param name="InUse">The plans rest on it.</param>
/// <param name="Assumes">What it rests on, in a sentence.</param>
/// <param name="Tunnel">Of a bed in a tunnel, whose nights are warmer; else of open ground.</param>
/// <param name="AtRisk">The day at the accepted risk; null where no day has it.</param>
public sealed record FreezeCurve(
    SeasonHalf Half,
    bool Recorded,
    bool InUse,
    string Assumes,
    DateOnly Mean,
    double DeviationDays,
    DateOnly? AtRisk,
    IReadOnlyList<RiskPoint> Points,
    bool Tunnel = false
);

/// <param name="OnThisSeason">Its day in this season, to draw it.</param>
public sealed record FreezeYearAnswer(
    SeasonHalf Half,
    int Season,
    DateOnly? Date,
    DateOnly? OnThisSeason,
    FreezeYearState State,
    int MissingDays
);

/// <summary>A threshold's dates; null where fewer than ten years have a freeze.</summary>
public sealed record ThresholdAnswer(
    SeasonHalf Half,
    double ThresholdC,
    int Years,
    double Share,
    DateOnly Mean,
    DateOnly? OneInTen,
    DateOnly? NineInTen
);

public sealed record SoilPoint(DateOnly Day, double Celsius);

/// <summary>The mean year's morning, and between what 8 years of 10 keep.</summary>
public sealed record SoilMorning(DateOnly Day, double Celsius, double Low, double High);

/// <param name="Celsius">As it was read.</param>
/// <param name="MorningC">What that comes to at 8 o'clock, to be held against the line.</param>
/// <param name="Hand">Typed; it can be taken back.</param>
public sealed record SoilReadingAnswer(Guid Id, DateOnly Day, double Celsius, double Hour, double MorningC, bool Hand);

/// <summary>The soil at 10 cm under one surface.</summary>
/// <param name="AddsC">What the surface adds to bare soil, on the mean of three weeks; of bare soil to the air.</param>
/// <param name="CorrectionC">How much warmer than reckoned it was read.</param>
/// <param name="Readings">Of the last three weeks, that say so; 0: the model says so.</param>
/// <param name="OtherReadings">Under other surfaces: they set the model right.</param>
/// <param name="Line">Mornings as reckoned and set right, as far as the forecast looks.</param>
/// <param name="MeanYear">Morning soil of the mean year, on the same days.</param>
/// <param name="Read">Readings.</param>
/// <param name="Now">The latest: a reading of the last two days, else as reckoned; null without either.</param>
/// <param name="NowRead">It was read.</param>
/// <param name="LastReckoned">Up to here from readings; after it from the forecast.</param>
public sealed record SoilAnswer(
    Surface Surface,
    double AddsC,
    double CorrectionC,
    int Readings,
    int OtherReadings,
    IReadOnlyList<SoilPoint> Line,
    IReadOnlyList<SoilMorning> MeanYear,
    IReadOnlyList<SoilReadingAnswer> Read,
    double? Now,
    bool NowRead,
    DateOnly? LastReckoned
);

/// <summary>The end of a cultivar's season.</summary>
/// <param name="Safe">Planted until then it bears four weeks.</param>
/// <param name="Last">Three weeks.</param>
/// <param name="Plantings">Bush types are planted again; others once.</param>
public sealed record EndAnswer(string Cultivar, Crop Crop, DateOnly Safe, DateOnly Last, bool TooLate, IReadOnlyList<DateOnly> Plantings);

public sealed record RecordAnswer(DateOnly First, DateOnly Last, int Days, int YearsCounted, int YearsLeftOut, bool Climate);

/// <param name="UsualHigh">Nobody said its high: it is the usual of the day.</param>
/// <param name="WarnedC">Low that somebody foretold for its morning, °C; null: nobody did.</param>
public sealed record ForecastAnswer(DateOnly Day, double MinimumC, double MaximumC, bool UsualHigh, double? WarnedC);

/// <summary>The Site view, whole.</summary>
/// <param name="Risk">The accepted risk it is drawn for.</param>
/// <param name="Missing">True until a frost date or a record is there.</param>
/// <param name="DeviceNote">What went wrong with readings the last time; null where nothing did.</param>
/// <param name="Folder">Where readings may be dropped.</param>
public sealed record SiteViewAnswer(
    double Risk,
    bool Missing,
    RecordAnswer? Record,
    IReadOnlyList<FreezeCurve> Curves,
    IReadOnlyList<FreezeYearAnswer> Years,
    IReadOnlyList<ThresholdAnswer> Thresholds,
    IReadOnlyList<WindowAnswer> Windows,
    SoilAnswer? Soil,
    IReadOnlyList<ForecastAnswer> Forecast,
    IReadOnlyList<EndAnswer> Ends,
    string? DeviceNote,
    string Folder
);
