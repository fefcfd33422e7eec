using Yardstick.Server.Setup;

namespace Yardstick.Server.Safety;

/// <summary>Limits how often is asked: a program by its token, and whoever is not signed in by the address they come from.</summary>
internal static class RequestLimits
{
    /// <summary>So often a minute one address may try what guesses at something secret, and see pages for customers.</summary>
    private const int OfAnAddress = 240;

    private sealed record ByAddress(string Kind);

    /// <summary>Limits tries to sign in and what else can be guessed at.</summary>
    public static T LimitsGuessing<T>(this T endpoints)
        where T : IEndpointConventionBuilder => endpoints.WithMetadata(new ByAddress("guess"));

    /// <summary>Limits pages for customers: they are asked often by nobody but those who guess.</summary>
    public static T LimitsPublic<T>(this T endpoints)
        where T : IEndpointConventionBuilder => endpoints.WithMetadata(new ByAddress("public"));

    /// <summary>Refuses what is asked too often; after it is known who asks.</summary>
    public static void UseRequestLimits(this IApplicationBuilder app)
    {
        // A program that runs wild must not take the shop's time from people.
        var minute = TimeSpan.FromMinutes(1);
        var (programs, addresses) = (new TryLimit(TokenSignIn.MostInAMinute, minute), new TryLimit(OfAnAddress, minute));
        app.Use(
            (http, next) =>
            {
                var token = http.User.FindFirst(RightsOnEndpoints.TokenClaim)?.Value;
                var limit = http.GetEndpoint()?.Metadata.GetMetadata<ByAddress>();
                if (
                    (token is null || programs.Try(token))
                    && (limit is null || addresses.Try($"{limit.Kind} {http.Connection.RemoteIpAddress}"))
                )
                    return next(http);
                http.Response.Headers.RetryAfter = "60";
                return Problems
                    .Of(new Core.Problem("limit.reached", "That was too many tries at once; wait a minute and try again."))
                    .ExecuteAsync(http);
            }
        );
    }
}
