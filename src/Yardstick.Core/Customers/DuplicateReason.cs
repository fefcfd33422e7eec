namespace Yardstick.Core.Customers;

/// <summary>Why a record on file may be the same as one about to be made.</summary>
public enum DuplicateReason
{
    /// <summary>The same telephone number.</summary>
    Phone,

    /// <summary>The same plate.</summary>
    Plate,

    /// <summary>The same VIN.</summary>
    Vin,

    /// <summary>The same email address.</summary>
    Email,

    /// <summary>The same name, or one within a typing slip.</summary>
    Name,
}
