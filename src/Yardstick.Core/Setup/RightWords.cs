using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>Rights in the words of the screen on which they are given and taken.</summary>
public static class RightWords
{
    private static readonly Dictionary<Permission, string> Words = new()
    {
        [Permission.SeeFloor] = "See the Floor",
        [Permission.Find] = "Find customers and vehicles",
        [Permission.SeeOrders] = "See repair orders with prices",
        [Permission.WriteUp] = "Write up, change customers and vehicles",
        [Permission.EditOrders] = "Change estimates",
        [Permission.OverridePrices] = "Set manual prices and give discounts",
        [Permission.RecordDecisions] = "Record what a customer answered",
        [Permission.WriteToCustomers] = "Send estimates, findings and messages",
        [Permission.PassCeiling] = "Override the approved limit",
        [Permission.SeeParts] = "See needed parts and purchase orders",
        [Permission.OrderParts] = "Order and receive parts",
        [Permission.CorrectStock] = "Correct stock, post counts, receive what was not expected",
        [Permission.PaySuppliers] = "Mark supplier bills paid",
        [Permission.PlanWork] = "Plan work and move vehicles between stages",
        [Permission.Work] = "Work on the Bench: clock, findings",
        [Permission.CheckWork] = "Pass the quality check, send work back",
        [Permission.AfterWork] = "Wash vehicles and other work after the repair",
        [Permission.CorrectTimes] = "Correct clock times, see everyone's week",
        [Permission.PostInvoices] = "Post invoices",
        [Permission.TakePayments] = "Take payments",
        [Permission.ReverseInvoices] = "Reverse invoices and refund",
        [Permission.WriteOff] = "Write off unpaid amounts",
        [Permission.ReleaseOnAccount] = "Release unpaid vehicles, pass an account limit",
        [Permission.KeepBooks] = "See the books, remit taxes, charge interest, lock periods",
        [Permission.SeeMeasures] = "See measures of the whole shop",
        [Permission.EndOrders] = "End orders without an invoice",
        [Permission.VoidOrders] = "Void orders",
        [Permission.SeeMargin] = "See cost and margin",
        [Permission.EditPolicy] = "Change pricing rules",
        [Permission.BringIn] = "Import and export files",
        [Permission.EditSetup] = "Change the rest of Setup",
        [Permission.EditStaff] = "Add people, change what they may do, see pay",
        [Permission.ConnectPrograms] = "Connect other programs: access tokens, webhooks",
        [Permission.KeepData] = "Back up and restore, see how Yardstick runs, erase customers",
        [Permission.EnrollTerminals] = "Allow PIN sign-in on a computer",
    };

    /// <summary>A right in words.</summary>
    public static string Of(Permission permission) => Words[permission];
}
