using Microsoft.AspNetCore.Http.Timeouts;

namespace Juvenal.Web.Hosting;

internal static class Patience
{
    /// <summary>Plans every batch anew, or moves a whole nursery: it takes as long as it takes, and is not cut off halfway.</summary>
    public static TBuilder TakesLong<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new DisableRequestTimeoutAttribute());
}
