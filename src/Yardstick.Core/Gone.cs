namespace Yardstick.Core;

/// <summary>What is asked for by a key and is not there: the key is wrong, or it was taken off.</summary>
public static class Gone
{
    /// <summary>No order.</summary>
    public static readonly Problem Order = new("order.gone", "There is no such order.");

    /// <summary>No job.</summary>
    public static readonly Problem Job = new("job.gone", "There is no such job.");

    /// <summary>A job that was on its order.</summary>
    public static readonly Problem JobOfOrder = new("job.gone", "This job was removed. Reload the page.");

    /// <summary>No order of a former program.</summary>
    public static readonly Problem FormerOrder = new("formerOrder.gone", "There is no such order.");

    /// <summary>No customer.</summary>
    public static readonly Problem Customer = new("customer.gone", "There is no such customer.");

    /// <summary>A customer's record that was merged.</summary>
    public static readonly Problem MergedCustomer = new("customer.gone", "This record was merged into another. Search for the other one.");

    /// <summary>A car's record that was merged.</summary>
    public static readonly Problem MergedVehicle = new(
        "vehicle.gone",
        "This vehicle's record was merged into another. Search for the other one."
    );

    /// <summary>No invoice.</summary>
    public static readonly Problem Invoice = new("invoice.gone", "There is no such invoice.");

    /// <summary>No purchase order.</summary>
    public static readonly Problem Purchase = new("purchase.gone", "There is no such purchase order.");

    /// <summary>No file that was brought in.</summary>
    public static readonly Problem Import = new("import.gone", "There is no such import.");

    /// <summary>No canned job.</summary>
    public static readonly Problem CannedJob = new("cannedJob.gone", "There is no such canned job.");

    /// <summary>No set of canned jobs.</summary>
    public static readonly Problem CannedSet = new("cannedSet.gone", "There is no such set of canned jobs.");

    /// <summary>No fee of the list.</summary>
    public static readonly Problem Fee = new("fee.gone", "There is no such fee.");

    /// <summary>Nobody of that key on staff.</summary>
    public static readonly Problem Person = new("person.gone", "There is no such person on staff.");

    /// <summary>No link that still lets somebody choose a password.</summary>
    public static readonly Problem Invitation = new("invitation.gone", "This link was used already, or it is too old. Ask for a new one.");

    /// <summary>No absence.</summary>
    public static readonly Problem Absence = new("absence.gone", "There is no such absence.");

    /// <summary>No supplier.</summary>
    public static readonly Problem Supplier = new("supplier.gone", "There is no such supplier.");

    /// <summary>No branch of this supplier.</summary>
    public static readonly Problem Branch = new("branch.gone", "This supplier has no such branch.");

    /// <summary>No stage of the shop.</summary>
    public static readonly Problem Stage = new("stage.gone", "There is no such stage.");

    /// <summary>No bay.</summary>
    public static readonly Problem Bay = new("bay.gone", "There is no such bay.");

    /// <summary>No part of the catalog.</summary>
    public static readonly Problem Part = new("part.gone", "There is no such part in the catalog.");

    /// <summary>No answer about this vehicle.</summary>
    public static readonly Problem VehicleAnswer = new("answer.gone", "This answer was removed. Reload the page.");

    /// <summary>No add-on of this part.</summary>
    public static readonly Problem AddOn = new("addOn.gone", "This part has no such add-on.");

    /// <summary>No set of canned jobs to begin with.</summary>
    public static readonly Problem StartingSet = new("startingSet.gone", "There is no such starting set.");
}
