using Juvenal.Store.Accounts;

namespace Juvenal.Web.Words;

/// <summary>Signing in and changes of people, in words.</summary>
internal static class AuditWords
{
    public static string Of(AuditEntry e) =>
        e.Deed switch
        {
            Deed.SignedIn => "Signed in",
            Deed.SignInFailed => "Wrong password",
            Deed.SignedOut => "Signed out",
            Deed.PasswordChanged => "Changed the password",
            Deed.Invited => $"Invited someone: {e.About}",
            Deed.InvitationWithdrawn => "Withdrew an invitation",
            Deed.Joined => $"Joined: {e.About}",
            Deed.RoleChanged => $"Changed {e.About}",
            Deed.Removed => e.About == e.By ? "Left" : $"Removed {e.About}",
            Deed.Opened => "Opened the nursery",
            Deed.Exported => "Exported the nursery",
            Deed.Imported => "Imported the nursery",
            _ => e.Deed.ToString(),
        };
}
