using FsCheck;
using FsCheck.Xunit;
using Juvenal.Core.Hardening;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>Where plants are carried for a cold night.</summary>
public class ShelterTests
{
    private static readonly Guid Stand = Guid.NewGuid();
    private static readonly UnderRoof Mat = new(Guid.NewGuid(), PlaceKind.Mat, 18);
    private static readonly UnderRoof Lamps = new(Guid.NewGuid(), PlaceKind.Lamps, 18);
    private static readonly UnderRoof Glass = new(Guid.NewGuid(), PlaceKind.House, 12);
    private static readonly UnderRoof Frame = new(Guid.NewGuid(), PlaceKind.Frame, 3);

    [Fact]
    public void The_coolest_that_is_warm_enough_and_never_a_mat_or_a_bed()
    {
        UnderRoof[] places = [Mat, Lamps, Glass, Frame, new(Stand, PlaceKind.Stand, 20), new(Guid.NewGuid(), PlaceKind.TunnelBed, 11)];
        Assert.Equal(Glass.Id, Shelter.For(places, Stand, 10));
        Assert.Equal(Frame.Id, Shelter.For(places, Stand, 2));
        Assert.Equal(Lamps.Id, Shelter.For(places, Glass.Id, 10));
        Assert.Null(Shelter.For(places, Stand, 19));
    }

    [Property]
    public bool It_is_never_colder_than_the_limit_and_no_cooler_one_would_do(NormalFloat limit, (byte Kind, sbyte Low)[] made)
    {
        var places = made.Select(m => new UnderRoof(Guid.NewGuid(), (PlaceKind)(m.Kind % 11), m.Low)).ToList();
        var c = limit.Get % 30;
        var chosen = places.Find(p => p.Id == Shelter.For(places, Stand, c));
        return chosen is null
            ? places.All(p =>
                p.LowC < c || p.Kind is PlaceKind.Mat or PlaceKind.Stand or PlaceKind.OpenBed or PlaceKind.TunnelBed or PlaceKind.Pair
            )
            : chosen.LowC >= c;
    }
}
