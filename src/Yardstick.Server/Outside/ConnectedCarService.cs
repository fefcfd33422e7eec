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
            Kind = OutsideCall.Cut(t.Kind, Longest),
            Car = OutsideCall.Cut(t.Car, Longest),
            At = Instant.FromDateTimeUtc(DateTime.SpecifyKind(t.At, DateTimeKind.Utc)),
            Vin = OutsideCall.Cut(t.Vin, Longest),
            Owner = OutsideCall.Cut(t.Owner, Longest),
            Phone = OutsideCall.Cut(t.Phone, Longest),
            Vehicle = OutsideCall.Cut(t.Vehicle, Longest),
            Odometer = t.Odometer,
            Volts = Within(t.Volts, 0, MostVolts),
            Code = OutsideCall.Cut(t.Code, Longest),
            Words = OutsideCall.Cut(t.Words, Longest),
            Place = OutsideCall.Cut(t.Place, Longest),
            Latitude = Within(t.Latitude, -90, 90),
            Longitude = Within(t.Longitude, -180, 180),
        });
    }
}
