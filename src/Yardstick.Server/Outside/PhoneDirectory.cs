using Yardstick.Core;

namespace Yardstick.Server.Outside;

/// <summary>Whose number it is, as the directory has it.</summary>
public sealed record DirectoryEntry(string FirstName, string LastName, string Address);

/// <summary>The telephone directory.</summary>
public interface IPhoneDirectory
{
    /// <summary>Whose number it is.</summary>
    Task<Result<DirectoryEntry>> LookUpAsync(string e164, CancellationToken cancel);
}

/// <summary>The telephone directory over HTTP.</summary>
public sealed class PhoneDirectory(HttpClient http) : IPhoneDirectory
{
    /// <inheritdoc />
    public Task<Result<DirectoryEntry>> LookUpAsync(string e164, CancellationToken cancel) =>
        OutsideCall.SendAsync<DirectoryEntry>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"directory/{Uri.EscapeDataString(e164)}"),
            cancel
        );
}
