using Yardstick.Server.Approval;
using Yardstick.Server.Billing;
using Yardstick.Server.Catalog;
using Yardstick.Server.Customers;
using Yardstick.Server.Documents;
using Yardstick.Server.Floor;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Imports;
using Yardstick.Server.Inspections;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Purchasing;
using Yardstick.Server.Schedule;
using Yardstick.Server.Setup;
using Yardstick.Server.Vehicles;
using Yardstick.Server.WriteUp;

namespace Yardstick.Server;

/// <summary>All endpoints, by area.</summary>
public static class Api
{
    /// <summary>Maps them under <c>/api</c>.</summary>
    public static void MapApi(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api");
        Session.Map(api);
        OwnAccount.Map(api);
        Terminals.Map(api);
        FirstRun.Map(api);
        ShopInfo.Map(api);
        WritePolicy.Map(api);
        ComparePolicy.Map(api);
        Find.Map(api);
        Customers.CustomerEndpoints.Map(api);
        CustomerPage.Map(api);
        VehiclePage.Map(api);
        History.Map(api);
        MergeRecords.Map(api);
        LabelsAndFields.Map(api);
        FormerOrderPage.Map(api);
        Imports.ImportEndpoints.Map(api);
        Exports.Map(api);
        ShopSetup.Map(api);
        GettingStartedView.Map(api);
        People.Map(api);
        PersonView.Map(api);
        Invitations.Map(api);
        Texts.Map(api);
        Attachments.Map(api);
        StartOrder.Map(api);
        LookUps.Map(api);
        Advisories.Map(api);
        ExternalAdvisories.Map(api);
        Phrases.Map(api);
        CheckIn.Map(api);
        Reminders.Map(api);
        OrderList.Map(api);
        ReadOrder.Map(api);
        Reprice.Map(api);
        EditOrder.Map(api);
        EndOrder.Map(api);
        EditJobs.Map(api);
        EditLines.Map(api);
        CannedJobs.Map(api);
        AddToOrder.Map(api);
        CatalogSearch.Map(api);
        EarlierSearch.Map(api);
        ArrangeOrder.Map(api);
        VehicleSpecsView.Map(api);
        RelatedWork.Map(api);
        Maintenance.Map(api);
        PartSourcing.Map(api);
        KeepCanned.Map(api);
        StartingSets.Map(api);
        ShopLaborGuide.Map(api);
        RecordDecision.Map(api);
        DecisionRecord.Map(api);
        TalkThroughView.Map(api);
        SendEstimate.Map(api);
        ApprovalPage.Map(api);
        Unanswered.Map(api);
        Conversations.Map(api);
        UnknownSenders.Map(api);
        Templates.Map(api);
        Notices.Map(api);
        NamedFees.Map(api);
        PartsCatalog.Map(api);
        Suppliers.Map(api);
        NoteCall.Map(api);
        PartsView.Map(api);
        PlaceOrder.Map(api);
        ReceiveParts.Map(api);
        CancelParts.Map(api);
        FloorView.Map(api);
        PlanWork.Map(api);
        Bench.Map(api);
        BenchVin.Map(api);
        RecordFinding.Map(api);
        PostInvoice.Map(api);
        InvoiceView.Map(api);
        TakePayment.Map(api);
        ReverseInvoice.Map(api);
        PdfEndpoints.Map(api);
        DocumentLinks.Map(api);
        Logo.Map(api);
    }
}
