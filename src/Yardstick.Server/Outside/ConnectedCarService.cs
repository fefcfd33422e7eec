using Yardstick.Core;
using Yardstick.Core.FollowUp;

namespace Yardstick.Server.Outside;

/// <summary>The service to which connected cars report.</summary>
public interface IConnectedCarService
{
    /// <summary>What came after a number.</summary>
    Task<Result<IReadOnlyList<CarReport>>> EventsAsync(long after, CancellationToken cancel);
}

/// <summary>The service over HTTP.</summary>
public sealed class ConnectedCarService(HttpClient http) : IConnectedCarService
{
    private sealed record Told(
        long Number,
        string Kind,
        string Car,
        DateTime At,
        string? Vin,
        string? Owner,
        string? Phone,
        string? Vehicle,
        int? Odometer,
        decimal? Volts,
        string? Code,
        string? Words,
        string? Place,
        decimal? Latitude,
        decimal? Longitude
    );

    private const int Longest = 200;

    private static string Cut(string? text) =>
        text is null ? ""
        : text.Length > Longest ? text[..Longest]
        : text;

    /// <inheritdoc />
    public async Task<Result<IReadOnlyList<CarReport>>> EventsAsync(long after, CancellationToken cancel)
    {
        var answer = await OutsideCall.SendAsync<List<Told>>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"cars/events?after={after}"),
            cancel
        );
        if (answer.Problem is { } problem)
            return problem;
        return answer.Value.ConvertAll(t => new CarReport
        {
            Number = t.Number,
            Kind = t.Kind,
            Car = Cut(t.Car),
            At = Instant.FromDateTimeUtc(DateTime.SpecifyKind(t.At, DateTimeKind.Utc)),
            Vin = Cut(t.Vin),
            Owner = Cut(t.Owner),
            Phone = Cut(t.Phone),
            Vehicle = Cut(t.Vehicle),
            Odometer = t.Odometer,
            Volts = t.Volts,
            Code = Cut(t.Code),
            Words = Cut(t.Words),
            Place = Cut(t.Place),
            Latitude = t.Latitude,
            Longitude = t.Longitude,
        });
    }
}
