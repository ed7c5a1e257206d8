using BenchmarkDotNet.Attributes;
using Juvenal.Core.Site;
using Juvenal.Devices;

namespace Juvenal.Bench;

/// <summary>
/// All that thirty-one years of weather come to: freeze dates at three thresholds in both halves, the mean year, the soil; the budget is
/// 200 ms.
/// </summary>
[MemoryDiagnoser]
public class RecomputeSite
{
    private readonly WeatherRecord _record = WeatherRecord.From([.. StandIns.Weather.Days(new(1995, 1, 1), new(2025, 12, 31))]);

    [Benchmark]
    public (int Years, SiteClimate? Climate) All()
    {
        var years = 0;
        foreach (var half in Enum.GetValues<SeasonHalf>())
        {
            foreach (var threshold in FreezeYears.Thresholds)
                years += FreezeYears.Of(_record, half, threshold, 0, Hemisphere.North).Years.Count;
        }

        return (years, SiteClimate.From(_record, 0, 47));
    }
}
