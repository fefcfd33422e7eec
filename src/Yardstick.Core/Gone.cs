namespace Yardstick.Core;

/// <summary>What is asked for by a key and is not there: the key is wrong, or it was taken off.</summary>
public static class Gone
{
    /// <summary>No order.</summary>
    public static readonly Problem Order = new("order.gone", "This order no longer exists. Reload the page.");

    /// <summary>No job.</summary>
    public static readonly Problem Job = new("job.gone", "This job no longer exists. Reload the page.");

    /// <summary>A job that was on its order.</summary>
    public static readonly Problem JobOfOrder = new("job.gone", "This job was removed. Reload the page.");

    /// <summary>No order of a former program.</summary>
    public static readonly Problem FormerOrder = new("formerOrder.gone", "This order no longer exists. Reload the page.");

    /// <summary>No customer.</summary>
    public static readonly Problem Customer = new("customer.gone", "This customer no longer exists. Reload the page.");

    /// <summary>A customer's record that was merged.</summary>
    public static readonly Problem MergedCustomer = new("customer.gone", "This record was merged into another. Search for the other one.");

    /// <summary>A car's record that was merged.</summary>
    public static readonly Problem MergedVehicle = new(
        "vehicle.gone",
        "This vehicle's record was merged into another. Search for the other one."
    );

    /// <summary>No request from outside.</summary>
    public static readonly Problem Request = new("request.gone", "This request no longer exists. Reload the page.");

    /// <summary>No booking behind a link.</summary>
    public static readonly Problem Booking = new("booking.unknown", "This link is not valid. Call the shop.");

    /// <summary>No service to book.</summary>
    public static readonly Problem BookingService = new("bookingService.gone", "This service is not offered any more. Reload the page.");

    /// <summary>No backup.</summary>
    public static readonly Problem Backup = new("backup.gone", "This backup is not there any more. Reload the page.");

    /// <summary>No access token.</summary>
    public static readonly Problem AccessToken = new("accessToken.gone", "This access token no longer exists. Reload the page.");

    /// <summary>No webhook, or no message of one.</summary>
    public static readonly Problem Webhook = new("webhook.gone", "This webhook no longer exists. Reload the page.");

    /// <summary>No reason to follow up.</summary>
    public static readonly Problem FollowUp = new("followUp.gone", "This follow-up is not due any more. Reload the page.");

    /// <summary>No saved view.</summary>
    public static readonly Problem SavedView = new("view.gone", "This view no longer exists. Reload the page.");

    /// <summary>No set of reminders.</summary>
    public static readonly Problem ReminderSet = new("reminderSet.gone", "This set is not offered any more. Reload the page.");

    /// <summary>No invoice.</summary>
    public static readonly Problem Invoice = new("invoice.gone", "This invoice no longer exists. Reload the page.");

    /// <summary>No purchase order.</summary>
    public static readonly Problem Purchase = new("purchase.gone", "This purchase order no longer exists. Reload the page.");

    /// <summary>No receipt of parts.</summary>
    public static readonly Problem Receipt = new("receipt.gone", "This receipt does not exist. Reload the page.");

    /// <summary>No count of stock.</summary>
    public static readonly Problem StockCount = new("count.gone", "This count no longer exists. Reload the page.");

    /// <summary>No supplier's bill.</summary>
    public static readonly Problem SupplierBill = new("bill.gone", "This bill no longer exists. Reload the page.");

    /// <summary>No supplier's credit memo.</summary>
    public static readonly Problem SupplierCredit = new("credit.gone", "This credit memo no longer exists. Reload the page.");

    /// <summary>No work that was sent out.</summary>
    public static readonly Problem Sublet = new("sublet.gone", "This work was not sent out. Reload the page.");

    /// <summary>No part that a technician asked for.</summary>
    public static readonly Problem PartRequest = new("partRequest.gone", "Nobody asks for this part any more. Reload the page.");

    /// <summary>No appointment.</summary>
    public static readonly Problem Appointment = new("appointment.gone", "This appointment no longer exists. Reload the page.");

    /// <summary>No handover.</summary>
    public static readonly Problem Handover = new("handover.gone", "This handover no longer exists. Reload the page.");

    /// <summary>No work beside the stage.</summary>
    public static readonly Problem AfterWork = new("afterWork.gone", "This is not on the list any more. Reload the page.");

    /// <summary>No time on the clock.</summary>
    public static readonly Problem Time = new("time.gone", "This time no longer exists. Reload the page.");

    /// <summary>No calendar address.</summary>
    public static readonly Problem CalendarFeed = new("calendarFeed.gone", "This calendar address no longer exists. Reload the page.");

    /// <summary>No inspection.</summary>
    public static readonly Problem Inspection = new("inspection.gone", "This inspection no longer exists. Reload the page.");

    /// <summary>No template of inspections.</summary>
    public static readonly Problem Template = new("template.gone", "This template no longer exists. Reload the page.");

    /// <summary>No point of a template or an inspection.</summary>
    public static readonly Problem Point = new("point.gone", "This point is no longer there. Reload the page.");

    /// <summary>No finding.</summary>
    public static readonly Problem Finding = new("finding.gone", "This finding is no longer there. Reload the page.");

    /// <summary>No return to a supplier.</summary>
    public static readonly Problem PartReturn = new("return.gone", "This return no longer exists. Reload the page.");

    /// <summary>No file that was brought in.</summary>
    public static readonly Problem Import = new("import.gone", "This import no longer exists. Reload the page.");

    /// <summary>No canned job.</summary>
    public static readonly Problem CannedJob = new("cannedJob.gone", "This canned job no longer exists. Reload the page.");

    /// <summary>No set of canned jobs.</summary>
    public static readonly Problem CannedSet = new("cannedSet.gone", "This set no longer exists. Reload the page.");

    /// <summary>No fee of the list.</summary>
    public static readonly Problem Fee = new("fee.gone", "This fee no longer exists. Reload the page.");

    /// <summary>Nobody of that key on staff.</summary>
    public static readonly Problem Person = new("person.gone", "This person no longer exists. Reload the page.");

    /// <summary>No link that still lets somebody choose a password.</summary>
    public static readonly Problem Invitation = new("invitation.gone", "This link was used already, or it is too old. Ask for a new one.");

    /// <summary>No absence.</summary>
    public static readonly Problem Absence = new("absence.gone", "This absence no longer exists. Reload the page.");

    /// <summary>No supplier.</summary>
    public static readonly Problem Supplier = new("supplier.gone", "This supplier no longer exists. Reload the page.");

    /// <summary>No branch of this supplier.</summary>
    public static readonly Problem Branch = new("branch.gone", "This supplier has no such branch.");

    /// <summary>No stage of the shop.</summary>
    public static readonly Problem Stage = new("stage.gone", "This stage no longer exists. Reload the page.");

    /// <summary>No bay.</summary>
    public static readonly Problem Bay = new("bay.gone", "This bay no longer exists. Reload the page.");

    /// <summary>No part of the catalog.</summary>
    public static readonly Problem Part = new("part.gone", "This part no longer exists. Reload the page.");

    /// <summary>No answer about this vehicle.</summary>
    public static readonly Problem VehicleAnswer = new("answer.gone", "This answer was removed. Reload the page.");

    /// <summary>No add-on of this part.</summary>
    public static readonly Problem AddOn = new("addOn.gone", "This part has no such add-on.");

    /// <summary>No set of canned jobs to begin with.</summary>
    public static readonly Problem StartingSet = new("startingSet.gone", "This starting set no longer exists. Reload the page.");

    /// <summary>No such deposit.</summary>
    public static readonly Problem Deposit = new("deposit.gone", "This deposit was not found. Reload the page.");

    /// <summary>No such payer.</summary>
    public static readonly Problem Payer = new("payer.gone", "This payer no longer pays for anything on this order. Reload the page.");
}
