using Juvenal.Core.MovingUp;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Web.Accounts;

namespace Juvenal.Web.Catalogue;

/// <param name="Version">Send it back with a change; 0: the usual one.</param>
public sealed record MixRecipeAnswer(MixUse Use, int Version, IReadOnlyList<MixPart> Parts);

/// <param name="Parts">1–12, by volume.</param>
public sealed record MixRecipeInput(MixUse Use, int Version, IReadOnlyList<MixPart> Parts);

internal static class MixEndpoints
{
    public static void MapMixes(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/mixes",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var mixes = await new MixStore(reading).AllAsync(cancel);
                    return TypedResults.Ok(mixes.Select(m => new MixRecipeAnswer(m.Recipe.Use, m.Version, m.Recipe.Parts)).ToList());
                }
            )
            .WithName("mixes")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/mixes",
                ([AsParameters] Here here, MixRecipeInput mix, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new MixStore(writing).PutAsync(new(mix.Version, new(mix.Use, mix.Parts)), cancel),
                        cancel
                    )
            )
            .WithName("changeMix")
            .For(Role.Grower);
    }
}
