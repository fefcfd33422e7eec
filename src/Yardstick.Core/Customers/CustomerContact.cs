using Yardstick.Core.Messaging;

namespace Yardstick.Core.Customers;

/// <summary>Somebody to talk to about a customer's cars.</summary>
public class CustomerContact
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>Name.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>What they do: dispatcher, spouse.</summary>
    public string Role { get; internal set; } = "";

    /// <summary>Telephone in E.164 form, or empty.</summary>
    public string Phone { get; internal set; } = "";

    /// <summary>Email address, or empty.</summary>
    public string Email { get; internal set; } = "";

    /// <summary>True where they get a copy of what is sent about orders on which they are named.</summary>
    public bool Copied { get; internal set; }

    /// <summary>
    /// By what and where a copy goes of something that is sent to an address: by email where there is one, else as a text.
    /// </summary>
    /// <param name="address">Where the message itself goes: number in E.164 form or email address.</param>
    /// <returns>Null where they want no copy, can't be reached, or get the message itself.</returns>
    public (MessageChannel Channel, string Address)? CopyOf(string address)
    {
        if (!Copied || address == Email || address == Phone || (Email.Length == 0 && Phone.Length == 0))
            return null;
        return Email.Length > 0 ? (MessageChannel.Email, Email) : (MessageChannel.Text, Phone);
    }
}
