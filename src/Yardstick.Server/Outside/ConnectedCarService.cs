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

    private const decimal MostVolts = 60;

    /// <summary>A figure that can be; null for one that cannot, which says nothing of the vehicle.</summary>
    private static decimal? Within(decimal? value, decimal least, decimal most) => value >= least && value <= most ? value : null;

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
            Kind = Cut(t.Kind),
            Car = Cut(t.Car),
            At = Instant.FromDateTimeUtc(DateTime.SpecifyKind(t.At, DateTimeKind.Utc)),
            Vin = Cut(t.Vin),
            Owner = Cut(t.Owner),
            Phone = Cut(t.Phone),
            Vehicle = Cut(t.Vehicle),
            Odometer = t.Odometer,
            Volts = Within(t.Volts, 0, MostVolts),
            Code = Cut(t.Code),
            Words = Cut(t.Words),
            Place = Cut(t.Place),
            Latitude = Within(t.Latitude, -90, 90),
            Longitude = Within(t.Longitude, -180, 180),
        });
    }
}
