namespace Yardstick.Core.Setup;

/// <summary>What somebody may do. Every endpoint names one.</summary>
public enum Permission
{
    /// <summary>See the floor, the day and who is here; no prices.</summary>
    SeeFloor,
    /// <summary>Find customers, cars and orders.</summary>
    Find,
    /// <summary>See orders with their prices.</summary>
    SeeOrders,
    /// <summary>Write cars up; change customers and vehicles.</summary>
    WriteUp,
    /// <summary>Change estimates.</summary>
    EditOrders,
    /// <summary>Set prices by hand and give discounts.</summary>
    OverridePrices,
    /// <summary>Record what a customer decided, on their behalf.</summary>
    RecordDecisions,
    /// <summary>Release findings and photos, and send estimates and messages to customers.</summary>
    WriteToCustomers,
    /// <summary>Let approved work go past the ceiling without asking again.</summary>
    PassCeiling,
    /// <summary>See needed parts and purchase orders.</summary>
    SeeParts,
    /// <summary>Order and receive parts.</summary>
    OrderParts,
    /// <summary>Plan work and move cars between stages.</summary>
    PlanWork,
    /// <summary>Work on cars: bench, clock, findings.</summary>
    Work,
    /// <summary>Post invoices.</summary>
    PostInvoices,
    /// <summary>Take payments.</summary>
    TakePayments,
    /// <summary>Reverse posted invoices and refund.</summary>
    ReverseInvoices,
    /// <summary>End orders that nobody approved without an invoice.</summary>
    EndOrders,
    /// <summary>Make orders void.</summary>
    VoidOrders,
    /// <summary>See cost and margin.</summary>
    SeeMargin,
    /// <summary>Write the pricing policy and put it in force.</summary>
    EditPolicy,
    /// <summary>Bring files of customers, vehicles and former orders in, and take such files out.</summary>
    BringIn,
    /// <summary>Change labels, extra fields, phrases and terms.</summary>
    EditSetup,
    /// <summary>Enroll terminals for switching by PIN.</summary>
    EnrollTerminals,
}

/// <summary>Which role may do what. People with several hats get the role that holds them all.</summary>
public static class Rights
{
    private static readonly Permission[] Counter =
    [
        Permission.SeeFloor, Permission.Find, Permission.SeeOrders, Permission.WriteUp, Permission.EditOrders, Permission.OverridePrices, Permission.RecordDecisions, Permission.WriteToCustomers,
        Permission.SeeParts, Permission.OrderParts, Permission.PlanWork, Permission.PostInvoices, Permission.TakePayments, Permission.EndOrders, Permission.SeeMargin,
    ];

    private static readonly Dictionary<Role, HashSet<Permission>> ByRole = new()
    {
        [Role.Writer] = [.. Counter],
        [Role.Technician] = [Permission.SeeFloor, Permission.Work],
        [Role.Parts] = [Permission.SeeFloor, Permission.Find, Permission.SeeOrders, Permission.SeeParts, Permission.OrderParts],
        [Role.Manager] = [.. Enum.GetValues<Permission>()],
        [Role.Owner] = [.. Enum.GetValues<Permission>()],
    };

    /// <summary>Whether the role may.</summary>
    public static bool Allows(Role role, Permission permission) => ByRole[role].Contains(permission);

    /// <summary>Everything that the role may.</summary>
    public static IReadOnlyCollection<Permission> Of(Role role) => ByRole[role];
}
