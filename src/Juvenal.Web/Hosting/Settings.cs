namespace Juvenal.Web.Hosting;

public static class Settings
{
    /// <exception cref="InvalidOperationException">It is not set.</exception>
    public static string Required(string name) =>
        Environment.GetEnvironmentVariable(name)
        ?? throw new InvalidOperationException($"{name} is not set: start Juvenal with ./juvenal start or ./juvenal demo.");
}
