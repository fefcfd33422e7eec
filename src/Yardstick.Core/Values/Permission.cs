namespace Yardstick.Core.Values;

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

    /// <summary>Correct stock, post counts, receive what was not to come.</summary>
    CorrectStock,

    /// <summary>Mark suppliers' bills paid.</summary>
    PaySuppliers,

    /// <summary>Plan work and move cars between stages.</summary>
    PlanWork,

    /// <summary>Work on cars: bench, clock, findings.</summary>
    Work,

    /// <summary>Look over what others did: pass the quality check, or send work back.</summary>
    CheckWork,

    /// <summary>Wash vehicles and do other work beside the stage.</summary>
    AfterWork,

    /// <summary>Correct times on the clock, see everybody's week.</summary>
    CorrectTimes,

    /// <summary>Post invoices.</summary>
    PostInvoices,

    /// <summary>Take payments.</summary>
    TakePayments,

    /// <summary>Reverse posted invoices and refund.</summary>
    ReverseInvoices,

    /// <summary>Write off what nobody will pay.</summary>
    WriteOff,

    /// <summary>Let a vehicle go unpaid, on account, and post above an account's limit.</summary>
    ReleaseOnAccount,

    /// <summary>See the books, remit taxes, charge interest, lock periods.</summary>
    KeepBooks,

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

    /// <summary>Add people, change what they are and may do, see what they are paid.</summary>
    EditStaff,

    /// <summary>Enroll terminals for switching by PIN.</summary>
    EnrollTerminals,

    /// <summary>See what the shop is measured by.</summary>
    SeeMeasures,

    /// <summary>Let other programs in by access tokens, and have them told by webhooks.</summary>
    ConnectPrograms,

    /// <summary>Back the shop up, restore it, see how the program runs, hand out and erase what is kept of customers.</summary>
    KeepData,
}
