namespace Juvenal.Store.Accounts;

/// <summary>The made-up nursery's people: accounts without a password, entered from its own machine alone.</summary>
public static class DemoPeople
{
    public static string NameOf(Role role) =>
        role switch
        {
            Role.Owner => "Yard owner",
            Role.Grower => "Yard grower",
            _ => "Saturday helper",
        };
}
