using FsCheck.Xunit;
using Juvenal.Core.PlantingOut;
using Xunit;

namespace Juvenal.Core.Tests.PlantingOut;

public class MulchingTests
{
    private static readonly DateOnly Today = new(2026, 5, 16);

    [Theory]
    [InlineData(false, 24, 14, 0, 12.0, MulchWork.PullBack, 0)]
    [InlineData(false, 24, 20, 0, 12.0, MulchWork.PullBack, 6)]
    [InlineData(false, 24, 3, 0, 12.0, MulchWork.PullBack, -11)]
    // It goes back once they stand and the soil is warm; what is not known is asked of the grower.
    [InlineData(true, 24, 3, 0, 20.0, MulchWork.PutBack, null)]
    [InlineData(true, 2, 3, 22, 20.0, MulchWork.PutBack, null)]
    [InlineData(true, 0, null, 24, 17.9, MulchWork.PutBack, null)]
    [InlineData(true, 0, null, 24, 18.0, MulchWork.PutBack, 0)]
    [InlineData(true, 0, null, 24, null, MulchWork.PutBack, 0)]
    // The plan went elsewhere: it goes back however cold it is.
    [InlineData(true, 0, null, 0, 8.0, MulchWork.PutBack, 0)]
    public void It_is_pulled_back_two_weeks_before_peppers_and_put_back_when_they_stand_in_warm_soil(
        bool back,
        int toGo,
        int? goIn,
        int standing,
        double? soilC,
        MulchWork work,
        int? dueIn
    )
    {
        var job = Mulching.Next(back, toGo, goIn is { } days ? Today.AddDays(days) : null, standing, soilC, 18, Today)!;
        Assert.Equal((work, dueIn is { } due ? Today.AddDays(due) : (DateOnly?)null), (job.Work, job.Due));
        Assert.Equal(dueIn <= 0, job.IsDue(Today));
    }

    [Theory]
    [InlineData(0, null, 24)]
    [InlineData(0, null, 0)]
    [InlineData(24, null, 0)]
    public void Where_it_lies_and_no_peppers_are_to_come_nothing_is_to_be_done(int toGo, int? goIn, int standing) =>
        Assert.Null(Mulching.Next(false, toGo, goIn is { } d ? Today.AddDays(d) : null, standing, 20, 18, Today));

    /// <summary>What is done is never asked for at once again, and warmer soil never puts it off.</summary>
    [Property]
    public bool Done_it_asks_for_the_other(bool back, byte toGo, byte standing, sbyte goIn, sbyte soil)
    {
        var day = Today.AddDays(goIn);
        var job = Mulching.Next(back, toGo, day, standing, soil, 18, Today);
        var warmer = Mulching.Next(back, toGo, day, standing, soil + 5, 18, Today);
        return (job is null || job.Work == (back ? MulchWork.PutBack : MulchWork.PullBack))
            && (job?.IsDue(Today) != true || warmer!.IsDue(Today));
    }
}
