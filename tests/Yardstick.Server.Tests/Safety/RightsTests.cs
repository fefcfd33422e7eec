using System.Net;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Safety;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Safety;

/// <summary>Every endpoint with every role against the written table: a new endpoint without a row fails.</summary>
public class RightsTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private const string Public = "public",
        SignedIn = "signed in";

    /// <summary>Who may what. W writer, T technician, P parts, H porter, M manager, O owner.</summary>
    private static readonly Dictionary<string, string> Table = new()
    {
        ["POST /api/session"] = Public,
        ["POST /api/session/pin"] = Public,
        ["GET /api/session/terminal"] = Public,
        ["DELETE /api/session"] = Public,
        ["GET /api/session"] = SignedIn,
        ["PUT /api/session/own-pin"] = SignedIn,
        ["PUT /api/session/own-password"] = SignedIn,
        ["GET /api/session/own-sessions"] = SignedIn,
        ["DELETE /api/session/own-sessions/{id:guid}"] = SignedIn,
        ["DELETE /api/session/own-sessions"] = SignedIn,
        ["GET /api/terminals"] = "MO",
        ["DELETE /api/terminals/{id:long}"] = "MO",
        ["GET /api/unknown-senders"] = "WPMO",
        ["POST /api/unknown-senders/answer"] = "WMO",
        ["POST /api/unknown-senders/put"] = "WMO",
        ["POST /api/unknown-senders/read"] = "WPMO",
        ["GET /api/orders/{id:long}/hanging"] = "WPMO",
        ["POST /api/orders/{id:long}/end"] = "WMO",
        ["POST /api/orders/{id:long}/open-again"] = "WMO",
        ["POST /api/orders/{id:long}/void"] = "MO",
        ["POST /api/orders/{id:long}/lines/{lineId:long}/into-stock"] = "WPMO",
        ["POST /api/purchase-orders/{id:long}/cancel"] = "WPMO",
        ["POST /api/invoices/{id:long}/give-back"] = "WMO",
        ["POST /api/session/terminal"] = "MO",
        ["GET /api/welcome"] = Public,
        ["POST /api/first-run"] = Public,
        ["GET /api/time-zones"] = Public,
        ["GET /api/shop"] = SignedIn,
        ["GET /api/setup/shop"] = "MO",
        ["POST /api/setup/shop"] = "MO",
        ["POST /api/setup/closed-days"] = "MO",
        ["POST /api/setup/closed-days/open"] = "MO",
        ["GET /api/stages"] = "MO",
        ["POST /api/stages"] = "MO",
        ["POST /api/stages/{id:long}"] = "MO",
        ["POST /api/stages/{id:long}/shift"] = "MO",
        ["POST /api/stages/{id:long}/retire"] = "MO",
        ["GET /api/bays"] = "MO",
        ["POST /api/bays"] = "MO",
        ["POST /api/bays/{id:long}"] = "MO",
        ["POST /api/bays/{id:long}/retire"] = "MO",
        ["GET /api/suppliers"] = "MO",
        ["POST /api/suppliers"] = "MO",
        ["POST /api/suppliers/{id:long}"] = "MO",
        ["POST /api/suppliers/{id:long}/retire"] = "MO",
        ["POST /api/suppliers/{id:long}/branches"] = "MO",
        ["POST /api/suppliers/{id:long}/branches/{branchId:long}"] = "MO",
        ["POST /api/suppliers/{id:long}/branches/{branchId:long}/retire"] = "MO",
        ["POST /api/catalog-parts/{id:long}/add-ons"] = "MO",
        ["POST /api/catalog-parts/{id:long}/add-ons/{addOnId:long}"] = "MO",
        ["DELETE /api/catalog-parts/{id:long}/add-ons/{addOnId:long}"] = "MO",
        ["GET /api/orders/{id:long}/earlier/former/{formerOrderId:long}/{job:long}"] = "WPMO",
        ["POST /api/orders/{id:long}/advisories"] = "WMO",
        ["GET /api/exports/canned-jobs.csv"] = "MO",
        ["POST /api/own-guide/preview"] = "MO",
        ["GET /api/look-up/coverage"] = "WMO",
        ["GET /api/vehicles/{id:long}/answers"] = "WPMO",
        ["POST /api/vehicles/{id:long}/answers/{answerId:long}"] = "WMO",
        ["GET /api/purchase-orders/{id:long}/purchase-order.pdf"] = "WPMO",
        ["GET /api/catalog-parts"] = "MO",
        ["GET /api/catalog-parts/{id:long}"] = "MO",
        ["POST /api/catalog-parts"] = "MO",
        ["POST /api/catalog-parts/{id:long}"] = "MO",
        ["POST /api/catalog-parts/{id:long}/withdraw"] = "MO",
        ["POST /api/purchase-orders/{id:long}/call"] = "WPMO",
        ["GET /api/setup/steps"] = "MO",
        ["POST /api/setup/steps"] = "MO",
        ["GET /api/starting-sets"] = "MO",
        ["POST /api/starting-sets/{key}"] = "MO",
        ["POST /api/starting-sets/{key}/undo"] = "MO",
        ["GET /api/people"] = "MO",
        ["POST /api/people"] = "MO",
        ["GET /api/people/{id:long}"] = "MO",
        ["POST /api/people/{id:long}"] = "MO",
        ["POST /api/people/{id:long}/active"] = "MO",
        ["POST /api/people/{id:long}/rights"] = "MO",
        ["POST /api/people/{id:long}/absences"] = "MO",
        ["POST /api/absences/{id:long}/remove"] = "MO",
        ["POST /api/people/{id:long}/invitation"] = "MO",
        ["GET /api/invitations/{token}"] = Public,
        ["POST /api/invitations/{token}"] = Public,
        ["GET /api/policy"] = "MO",
        ["PUT /api/policy/draft"] = "MO",
        ["DELETE /api/policy/draft"] = "MO",
        ["GET /api/policy/draft/comparison"] = "MO",
        ["POST /api/policy/versions"] = "MO",
        ["GET /api/policy/versions/{id:long}"] = "MO",
        ["POST /api/orders/{id:long}/decisions/several"] = "WMO",
        ["POST /api/orders/{id:long}/ceiling"] = "MO",
        ["GET /api/orders/{id:long}/decisions"] = "WPMO",
        ["GET /api/shown-copies/{id:long}/estimate.pdf"] = "WPMO",
        ["GET /api/decisions/{id:long}/signature.png"] = "WPMO",
        ["GET /api/orders/{id:long}/talk-through"] = "WPMO",
        ["POST /api/orders/{id:long}/talk-through/choice"] = "WPMO",
        ["GET /api/orders/{id:long}/sending"] = "WPMO",
        ["POST /api/orders/{id:long}/release"] = "WMO",
        ["GET /api/customers-pages/documents/{token}/"] = Public,
        ["GET /api/customers-pages/documents/{token}/document.pdf"] = Public,
        ["POST /api/document-links/{id:long}/withdraw"] = "WMO",
        ["GET /api/messages/{id:long}/document.pdf"] = "WPMO",
        ["GET /api/orders/{id:long}/documents"] = "WPMO",
        ["GET /api/orders/{id:long}/release-slip.pdf"] = "WPMO",
        ["GET /api/orders/{id:long}/invoice.pdf"] = "WPMO",
        ["GET /api/orders/{id:long}/check-in.pdf"] = "WPMO",
        ["GET /api/logo.png"] = Public,
        ["POST /api/setup/logo"] = "MO",
        ["POST /api/setup/logo/remove"] = "MO",
        ["POST /api/orders/{id:long}/links"] = "WMO",
        ["POST /api/links/{id:long}/withdraw"] = "WMO",
        ["GET /api/estimates/unanswered"] = "WPMO",
        ["GET /api/customers-pages/estimates/{token}/"] = Public,
        ["POST /api/customers-pages/estimates/{token}/seen"] = Public,
        ["POST /api/customers-pages/estimates/{token}/choice"] = Public,
        ["POST /api/customers-pages/estimates/{token}/answer"] = Public,
        ["POST /api/customers-pages/estimates/{token}/question"] = Public,
        ["GET /api/customers-pages/estimates/{token}/photos/{hash}"] = Public,
        ["GET /api/orders/{id:long}/messages"] = "WPMO",
        ["POST /api/orders/{id:long}/messages"] = "WMO",
        ["POST /api/orders/{id:long}/messages/seen"] = "WPMO",
        ["GET /api/customers/{id:long}/messages"] = "WPMO",
        ["POST /api/customers/{id:long}/messages"] = "WMO",
        ["POST /api/messages/{id:long}/resolve"] = "WMO",
        ["POST /api/messages/{id:long}/withdraw"] = "WMO",
        ["POST /api/writing-wishes"] = "WMO",
        ["GET /api/notices"] = "WPMO",
        ["GET /api/notices/all"] = "WPMO",
        ["POST /api/notices/read-all"] = "WPMO",
        ["POST /api/notices/{id:long}/seen"] = "WPMO",
        ["GET /api/templates"] = "MO",
        ["POST /api/templates"] = "MO",
        ["POST /api/templates/preview"] = "MO",
        ["POST /api/templates/{id:long}/remove"] = "MO",
        ["GET /api/orders/{id:long}/templates"] = "WPMO",
        ["GET /api/named-fees"] = "MO",
        ["POST /api/named-fees"] = "MO",
        ["POST /api/named-fees/{id:long}/retire"] = "MO",
        ["POST /api/everyday-parts"] = "MO",
        ["POST /api/orders/{id:long}/lines/{lineId:long}/source-back"] = "WMO",
        ["GET /api/orders/{id:long}/work-order.pdf"] = "WTPHMO",
        ["GET /api/orders/{id:long}/inspection.pdf"] = "WPMO",
        ["GET /api/find"] = "WPMO",
        ["GET /api/customers"] = "WPMO",
        ["GET /api/customers/{id:long}"] = "WPMO",
        ["GET /api/customers/{id:long}/page"] = "WPMO",
        ["GET /api/customers/{id:long}/history"] = "WPMO",
        ["POST /api/customers/{id:long}/fields"] = "WMO",
        ["POST /api/customers/{id:long}/items"] = "WMO",
        ["DELETE /api/customers/{id:long}/items/{list}/{itemId:long}"] = "WMO",
        ["GET /api/customers/{id:long}/merge"] = "WMO",
        ["POST /api/customers/{id:long}/merge"] = "WMO",
        ["GET /api/vehicles/{id:long}"] = "WPMO",
        ["GET /api/vehicles/{id:long}/history"] = "WPMO",
        ["POST /api/vehicles/{id:long}/fields"] = "WMO",
        ["POST /api/vehicles/{id:long}/transfer"] = "WMO",
        ["GET /api/vehicles/{id:long}/merge"] = "WMO",
        ["POST /api/vehicles/{id:long}/merge"] = "WMO",
        ["POST /api/merges/{id:long}/undo"] = "WMO",
        ["GET /api/look-up/phone"] = "WMO",
        ["GET /api/write-up/known"] = "WMO",
        ["GET /api/write-up/known-outside"] = "WMO",
        ["GET /api/phrases/fitting"] = "WTPHMO",
        ["GET /api/phrases"] = "MO",
        ["GET /api/trouble-codes"] = SignedIn,
        ["POST /api/phrases/{id:long}/forget"] = "WMO",
        ["POST /api/phrases/{id:long}/restore"] = "WMO",
        ["GET /api/orders/{id:long}/check-in"] = "WPMO",
        ["POST /api/orders/{id:long}/check-in"] = "WMO",
        ["GET /api/check-in-sheets/{id:long}/check-in.pdf"] = "WPMO",
        ["GET /api/vehicles/{id:long}/reminders"] = "WPMO",
        ["POST /api/vehicles/{id:long}/reminders"] = "WMO",
        ["POST /api/reminders/{id:long}/done"] = "WMO",
        ["DELETE /api/reminders/{id:long}"] = "WMO",
        ["POST /api/reminders/{id:long}/restore"] = "WMO",
        ["GET /api/files/{kind}/{id:long}"] = "WPMO",
        ["POST /api/files/{kind}/{id:long}"] = "WMO",
        ["GET /api/files/{id:long}/content"] = "WPMO",
        ["DELETE /api/files/{id:long}"] = "WMO",
        ["POST /api/files/{id:long}/restore"] = "WMO",
        ["GET /api/labels-and-fields"] = "MO",
        ["POST /api/labels"] = "MO",
        ["POST /api/labels/{id:long}/retire"] = "MO",
        ["POST /api/extra-fields"] = "MO",
        ["POST /api/extra-fields/{id:long}/retire"] = "MO",
        ["GET /api/records/{kind}/{id:long}/labels-and-fields"] = "WPMO",
        ["POST /api/records/{kind}/{id:long}/labels/{labelId:long}"] = "WMO",
        ["POST /api/records/{kind}/{id:long}/fields/{fieldId:long}"] = "WMO",
        ["GET /api/setup/texts"] = "MO",
        ["POST /api/setup/texts"] = "MO",
        ["GET /api/imports"] = "MO",
        ["POST /api/imports/{kind}"] = "MO",
        ["GET /api/imports/{id:long}"] = "MO",
        ["GET /api/imports/{id:long}/progress"] = "MO",
        ["GET /api/imports/{id:long}/bad.csv"] = "MO",
        ["POST /api/imports/{id:long}/mapping"] = "MO",
        ["POST /api/imports/{id:long}/run"] = "MO",
        ["POST /api/imports/{id:long}/stop"] = "MO",
        ["POST /api/imports/{id:long}/undo"] = "MO",
        ["GET /api/exports/customers.csv"] = "MO",
        ["GET /api/exports/parts.csv"] = "MO",
        ["GET /api/exports/vehicles.csv"] = "MO",
        ["GET /api/customers/{id:long}/contact.vcf"] = "WPMO",
        ["GET /api/customers/{id:long}/former-orders"] = "WPMO",
        ["GET /api/vehicles/{id:long}/former-orders"] = "WPMO",
        ["GET /api/former-orders/{id:long}"] = "WPMO",
        ["GET /api/former-orders/{id:long}/order.pdf"] = "WPMO",
        ["POST /api/orders/{id:long}/jobs/former"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}/put-off"] = "WMO",
        ["GET /api/look-up/plate"] = "WMO",
        ["GET /api/look-up/vin"] = "WMO",
        ["GET /api/look-up/makes"] = "WMO",
        ["GET /api/look-up/alike"] = "WMO",
        ["POST /api/orders"] = "WMO",
        ["GET /api/write-up/begin"] = "WMO",
        ["GET /api/write-up/promise"] = "WMO",
        ["GET /api/understand/moment"] = "WMO",
        ["GET /api/orders"] = "WPMO",
        ["GET /api/orders/{id:long}"] = "WPMO",
        ["GET /api/orders/{id:long}/why"] = "WPMO",
        ["GET /api/orders/{id:long}/promise"] = "WPMO",
        ["GET /api/orders/{id:long}/record"] = "WPMO",
        ["GET /api/orders/{id:long}/reprice"] = "WPMO",
        ["POST /api/orders/{id:long}/reprice"] = "WMO",
        ["POST /api/orders/{id:long}/header"] = "WMO",
        ["POST /api/orders/{id:long}/vehicle"] = "WMO",
        ["POST /api/orders/{id:long}/concerns"] = "WMO",
        ["POST /api/orders/{id:long}/concerns/{concernId:long}"] = "WMO",
        ["POST /api/orders/{id:long}/jobs"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}/companions"] = "WMO",
        ["DELETE /api/orders/{id:long}/jobs/{jobId:long}"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}/restore"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}/lines"] = "WMO",
        ["POST /api/orders/{id:long}/lines/{lineId:long}"] = "WMO",
        ["DELETE /api/orders/{id:long}/lines/{lineId:long}"] = "WMO",
        ["POST /api/orders/{id:long}/lines/{lineId:long}/restore"] = "WMO",
        ["GET /api/canned-jobs"] = "WPMO",
        ["GET /api/canned-jobs/{id:long}"] = "MO",
        ["GET /api/canned-jobs/facts"] = "MO",
        ["GET /api/canned-jobs/from-job/{jobId:long}"] = "MO",
        ["POST /api/canned-jobs"] = "MO",
        ["PUT /api/canned-jobs/{id:long}"] = "MO",
        ["DELETE /api/canned-jobs/{id:long}"] = "MO",
        ["POST /api/canned-jobs/{id:long}/restore"] = "MO",
        ["GET /api/canned-sets"] = "WPMO",
        ["POST /api/canned-sets"] = "MO",
        ["DELETE /api/canned-sets/{id:long}"] = "MO",
        ["GET /api/own-guide"] = "MO",
        ["GET /api/own-guide.csv"] = "MO",
        ["POST /api/own-guide"] = "MO",
        ["POST /api/orders/{id:long}/take"] = "WMO",
        ["GET /api/orders/{id:long}/choices"] = "WMO",
        ["GET /api/orders/{id:long}/choices/{source}"] = "WMO",
        ["GET /api/orders/{id:long}/side-by-side/{source}"] = "WMO",
        ["GET /api/orders/{id:long}/guide"] = "WMO",
        ["GET /api/orders/{id:long}/offers"] = "WMO",
        ["GET /api/orders/{id:long}/earlier"] = "WPMO",
        ["GET /api/orders/{id:long}/earlier/{jobId:long}"] = "WPMO",
        ["GET /api/orders/{id:long}/maintenance"] = "WPMO",
        ["GET /api/orders/{id:long}/facts"] = "WPMO",
        ["GET /api/drawings/{key}"] = "WTPHMO",
        ["POST /api/orders/{id:long}/answers"] = "WMO",
        ["POST /api/orders/{id:long}/move-job"] = "WMO",
        ["POST /api/orders/{id:long}/move-lines"] = "WMO",
        ["POST /api/orders/{id:long}/jobs/{jobId:long}/paste"] = "WMO",
        ["POST /api/orders/{id:long}/technician"] = "WMO",
        ["DELETE /api/orders/{id:long}/discounts/{discountId:long}"] = "WMO",
        ["POST /api/orders/{id:long}/discounts/{discountId:long}/restore"] = "WMO",
        ["POST /api/orders/{id:long}/record"] = "WMO",
        ["POST /api/orders/{id:long}/decisions"] = "WMO",
        ["GET /api/parts"] = "WPMO",
        ["POST /api/purchase-orders/quote"] = "WPMO",
        ["POST /api/purchase-orders/bought"] = "WPMO",
        ["GET /api/receipts/{id:long}/labels.pdf"] = "WPMO",
        ["GET /api/inspection-templates"] = "WTPHMO",
        ["GET /api/inspection-templates/{id:long}"] = "MO",
        ["POST /api/inspection-templates"] = "MO",
        ["POST /api/inspection-templates/{id:long}"] = "MO",
        ["POST /api/inspection-templates/{id:long}/retire"] = "MO",
        ["POST /api/inspection-templates/{id:long}/comes-with/{cannedJobId:long}"] = "MO",
        ["POST /api/inspection-templates/{id:long}/points.csv"] = "MO",
        ["POST /api/inspection-templates/{id:long}/points"] = "MO",
        ["POST /api/inspection-templates/{id:long}/points/{pointId:long}"] = "MO",
        ["POST /api/inspection-templates/{id:long}/points/{pointId:long}/move"] = "MO",
        ["DELETE /api/inspection-templates/{id:long}/points/{pointId:long}"] = "MO",
        ["POST /api/orders/{id:long}/inspections"] = "WTPHMO",
        ["GET /api/inspections/{id:long}/inspection.pdf"] = "WTPHMO",
        ["GET /api/inspections/{id:long}"] = "WTPHMO",
        ["POST /api/inspections/{id:long}/points/{pointId:long}"] = "TMO",
        ["POST /api/inspections/{id:long}/all-good"] = "TMO",
        ["POST /api/inspections/{id:long}/points/{pointId:long}/photos"] = "TMO",
        ["DELETE /api/inspections/{id:long}/photos/{photoId:long}"] = "TMO",
        ["POST /api/inspections/{id:long}/photos/{photoId:long}/marks"] = "TMO",
        ["POST /api/inspections/{id:long}/finish"] = "TMO",
        ["POST /api/inspections/{id:long}/reopen"] = "WTPHMO",
        ["POST /api/inspections/{id:long}/hand-over"] = "WTPHMO",
        ["POST /api/inspections/{id:long}/read"] = "WMO",
        ["POST /api/orders/{id:long}/findings/work"] = "WMO",
        ["GET /api/worklist"] = "WPMO",
        ["POST /api/worklist/file"] = "WMO",
        ["GET /api/supplier-bills"] = "WPMO",
        ["POST /api/supplier-bills"] = "WPMO",
        ["POST /api/supplier-bills/read"] = "WPMO",
        ["GET /api/supplier-bills/offered"] = "WPMO",
        ["GET /api/supplier-bills/offered/{supplierId:long}/{number}"] = "WPMO",
        ["GET /api/parts/offers/{supplierId:long}"] = "WPMO",
        ["POST /api/orders/{id:long}/lines/{lineId:long}/send-out"] = "WPMO",
        ["POST /api/sublets/{id:long}/back"] = "WPMO",
        ["POST /api/sublets/{id:long}/out-again"] = "WPMO",
        ["POST /api/sublets/{id:long}/call-off"] = "WPMO",
        ["POST /api/cores/{receiptLineId:long}/give-up"] = "PMO",
        ["POST /api/cores/{receiptLineId:long}/found"] = "PMO",
        ["GET /api/supplier-credits"] = "WPMO",
        ["POST /api/supplier-bills/{id:long}/credits"] = "WPMO",
        ["POST /api/supplier-credits/{id:long}/use"] = "MO",
        ["POST /api/supplier-credits/{id:long}/unuse"] = "MO",
        ["POST /api/supplier-bills/{id:long}/pay"] = "MO",
        ["POST /api/supplier-bills/{id:long}/unpay"] = "MO",
        ["GET /api/purchase-orders/{id:long}/order.xml"] = "WPMO",
        ["GET /api/part-returns"] = "WPMO",
        ["GET /api/part-returns/returnable"] = "WPMO",
        ["POST /api/part-returns"] = "WPMO",
        ["POST /api/part-returns/{id:long}/authorize"] = "WPMO",
        ["POST /api/part-returns/{id:long}/ask"] = "WPMO",
        ["POST /api/part-returns/{id:long}/send"] = "WPMO",
        ["POST /api/part-returns/{id:long}/credit"] = "WPMO",
        ["POST /api/part-returns/{id:long}/refuse"] = "WPMO",
        ["POST /api/part-returns/{id:long}/drop"] = "WPMO",
        ["GET /api/stock"] = "WPMO",
        ["GET /api/stock/value"] = "WPMO",
        ["GET /api/stock/reorder"] = "WPMO",
        ["GET /api/stock/{id:long}"] = "WPMO",
        ["POST /api/stock/{id:long}/correct"] = "PMO",
        ["POST /api/stock/reserved"] = "WPMO",
        ["GET /api/stock-counts"] = "WPMO",
        ["GET /api/stock-counts/{id:long}"] = "WPMO",
        ["POST /api/stock-counts"] = "WPMO",
        ["POST /api/stock-counts/{id:long}/counted"] = "WPMO",
        ["POST /api/stock-counts/{id:long}/post"] = "PMO",
        ["POST /api/stock-counts/{id:long}/drop"] = "WPMO",
        ["POST /api/purchase-orders"] = "WPMO",
        ["POST /api/purchase-orders/{id:long}/send"] = "WPMO",
        ["POST /api/purchase-orders/{id:long}/receive"] = "WPMO",
        ["GET /api/floor"] = "WTPHMO",
        ["DELETE /api/jobs/{jobId:long}/plan"] = "WMO",
        ["POST /api/orders/{id:long}/stage"] = "WMO",
        ["DELETE /api/appointments/{id:long}"] = "WMO",
        ["GET /api/after-work"] = "WTPHMO",
        ["GET /api/appointments/{id:long}"] = "WPMO",
        ["GET /api/calendar"] = "WTPHMO",
        ["GET /api/calendar-feeds/{token}.ics"] = Public,
        ["GET /api/customers-pages/estimates/{token}/ready"] = Public,
        ["GET /api/calendar/check"] = "WMO",
        ["GET /api/calendar/feeds"] = "WMO",
        ["GET /api/calendar/{day}/list.pdf"] = "WTPHMO",
        ["GET /api/orders/{id:long}/check"] = "WTPHMO",
        ["GET /api/plan/proposal"] = "WMO",
        ["GET /api/times"] = "WTPHMO",
        ["GET /api/times/forgotten"] = "MO",
        ["GET /api/times/week.pdf"] = "WTPHMO",
        ["POST /api/after-work/{id:long}/remove"] = "WMO",
        ["POST /api/after-work/{id:long}/step"] = "WTHMO",
        ["POST /api/appointments"] = "WMO",
        ["POST /api/appointments/{id:long}"] = "WMO",
        ["POST /api/appointments/{id:long}/arrive"] = "WMO",
        ["POST /api/appointments/{id:long}/confirmation"] = "WMO",
        ["POST /api/appointments/{id:long}/customer"] = "WMO",
        ["POST /api/appointments/{id:long}/moved-because"] = "WMO",
        ["POST /api/appointments/{id:long}/return"] = "WMO",
        ["POST /api/appointments/{id:long}/services"] = "WMO",
        ["POST /api/appointments/{id:long}/state"] = "WMO",
        ["POST /api/appointments/{id:long}/when"] = "WMO",
        ["POST /api/calendar/feeds"] = "WMO",
        ["POST /api/calendar/feeds/{id:long}/withdraw"] = "WMO",
        ["POST /api/calendar/place"] = "WMO",
        ["POST /api/calendar/place-back"] = "WMO",
        ["POST /api/handovers/{id:long}/take"] = "WTPHMO",
        ["POST /api/handovers/{id:long}/withdraw"] = "WTPHMO",
        ["POST /api/jobs/{jobId:long}/fix"] = "WMO",
        ["POST /api/orders/{id:long}/after-work"] = "WTPHMO",
        ["POST /api/orders/{id:long}/check/pass"] = "TMO",
        ["POST /api/orders/{id:long}/check/send-back"] = "TMO",
        ["POST /api/orders/{id:long}/handover"] = "WTPHMO",
        ["POST /api/plan/take"] = "WMO",
        ["POST /api/setup/closed-days/import"] = "MO",
        ["POST /api/times/days"] = "MO",
        ["POST /api/times/days/{id:long}"] = "MO",
        ["POST /api/times/jobs/{id:long}"] = "MO",
        ["GET /api/bench"] = "TMO",
        ["POST /api/bench/presence"] = "TMO",
        ["POST /api/bench/jobs/{jobId:long}/clock-on"] = "TMO",
        ["POST /api/bench/orders/{id:long}/vin"] = "TMO",
        ["POST /api/bench/orders/{id:long}/plate"] = "TMO",
        ["POST /api/bench/orders/{id:long}/odometer"] = "TMO",
        ["POST /api/bench/orders/{id:long}/notes"] = "TMO",
        ["POST /api/bench/orders/{id:long}/part-requests"] = "TMO",
        ["GET /api/bench/orders/{id:long}"] = "TMO",
        ["POST /api/part-requests/{id:long}/line"] = "WMO",
        ["POST /api/part-requests/{id:long}/reply"] = "WPMO",
        ["POST /api/part-requests/{id:long}/reopen"] = "WPMO",
        ["POST /api/bench/jobs/{jobId:long}/progress-note"] = "TMO",
        ["POST /api/bench/clock-off"] = "TMO",
        ["POST /api/bench/jobs/{jobId:long}/finish"] = "TMO",
        ["POST /api/bench/jobs/{jobId:long}/reopen"] = "TMO",
        ["POST /api/orders/{id:long}/findings"] = "TMO",
        ["POST /api/photos"] = "WTPHMO",
        ["GET /api/photos/{hash}"] = "WTPHMO",
        ["GET /api/orders/{id:long}/obstacles"] = "WPMO",
        ["POST /api/orders/{id:long}/invoice"] = "WMO",
        ["POST /api/orders/{id:long}/finish-jobs"] = "WMO",
        ["GET /api/invoices/{id:long}"] = "WPMO",
        ["POST /api/invoices/{id:long}/cash"] = "WMO",
        ["POST /api/invoices/{id:long}/card-charges"] = "WMO",
        ["POST /api/card-charges/{id:long}/settle"] = "WMO",
        ["POST /api/orders/{id:long}/payers/{customerId:long}"] = "WMO",
        ["POST /api/invoices/{id:long}/checks"] = "WMO",
        ["POST /api/invoices/{id:long}/deposits"] = "WMO",
        ["POST /api/invoices/{id:long}/write-offs"] = "MO",
        ["POST /api/invoices/{id:long}/payments/{paymentId:long}/refund"] = "MO",
        ["POST /api/invoices/{id:long}/credit"] = "MO",
        ["POST /api/invoices/{id:long}/credit-preview"] = "MO",
        ["POST /api/orders/{id:long}/deposits"] = "WMO",
        ["GET /api/orders/{id:long}/deposits"] = "WPMO",
        ["POST /api/deposits/{id:long}/give-back"] = "WMO",
        ["GET /api/accounts"] = "WMO",
        ["GET /api/accounts/{id:long}"] = "WMO",
        ["POST /api/accounts/{id:long}/payments"] = "WMO",
        ["GET /api/accounts/{id:long}/statement"] = "WMO",
        ["GET /api/accounts/{id:long}/statement.pdf"] = "WMO",
        ["POST /api/accounts/{id:long}/statement"] = "WMO",
        ["GET /api/books/journal"] = "MO",
        ["GET /api/books/trial-balance"] = "MO",
        ["GET /api/books/held"] = "MO",
        ["POST /api/books/check"] = "MO",
        ["POST /api/books/remittances"] = "MO",
        ["POST /api/books/transfers"] = "MO",
        ["POST /api/books/lock"] = "MO",
        ["POST /api/books/accounts"] = "MO",
        ["GET /api/books/journal.csv"] = "MO",
        ["GET /api/books/trial-balance.csv"] = "MO",
        ["GET /api/invoices"] = "WPMO",
        ["GET /api/drawer"] = "WMO",
        ["POST /api/drawer/open"] = "WMO",
        ["POST /api/drawer/close"] = "WMO",
        ["GET /api/orders/{id:long}/pickup"] = "WPMO",
        ["POST /api/orders/{id:long}/pickup"] = "WMO",
        ["GET /api/orders/{id:long}/estimate.pdf"] = "WPMO",
        ["GET /api/invoices/{id:long}/invoice.pdf"] = "WPMO",
    };

    private static readonly Dictionary<Role, char> Letters = new()
    {
        [Role.Writer] = 'W',
        [Role.Technician] = 'T',
        [Role.Parts] = 'P',
        [Role.Porter] = 'H',
        [Role.Manager] = 'M',
        [Role.Owner] = 'O',
    };

    private List<(string Key, RouteEndpoint Endpoint)> Endpoints() =>
        shop
            .Services.GetServices<EndpointDataSource>()
            .SelectMany(s => s.Endpoints)
            .OfType<RouteEndpoint>()
            .Where(e =>
                e.RoutePattern.RawText!.StartsWith("/api", StringComparison.Ordinal)
                && e.Metadata.GetMetadata<HttpMethodMetadata>() is not null
            )
            .Select(e => ($"{e.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0]} {e.RoutePattern.RawText}", e))
            .ToList();

    [Fact]
    public void Every_endpoint_has_its_row_and_says_what_the_row_says()
    {
        var endpoints = Endpoints();
        Assert.Equal(Table.Keys.Order(), endpoints.Select(e => e.Key).Order());
        foreach (var (key, endpoint) in endpoints)
        {
            var row = Table[key];
            var asks = endpoint.Metadata.GetMetadata<AsksFor>();
            Assert.True(asks is null == (row == Public), $"{key} is {row}");
            Assert.Equal(row == Public, endpoint.Metadata.GetMetadata<IAllowAnonymous>() is not null);
            if (asks is null)
                continue;
            foreach (var (role, letter) in Letters)
            {
                var may = asks.Permission is not { } permission || Rights.Allows(role, permission);
                Assert.True(may == (row == SignedIn || row.Contains(letter, StringComparison.Ordinal)), $"{role} on {key}");
            }
        }
    }

    [Theory]
    [InlineData("mina", Role.Writer)]
    [InlineData("noor", Role.Technician)]
    [InlineData("wen", Role.Parts)]
    [InlineData("jory", Role.Porter)]
    [InlineData("ingrid", Role.Owner)]
    [InlineData(null, null)]
    public async Task Each_role_is_let_in_where_the_table_says_and_nowhere_else(string? user, Role? role)
    {
        using var browser = user is null ? new Browser(shop.Address, shop.Time) : await shop.SignInAsync(user);
        foreach (var (key, row) in Table)
        {
            // These end the session or change who is signed in.
            if (row == Public || key.Contains("session", StringComparison.Ordinal))
                continue;
            var path = key.Split(' ')[1][5..].Replace("{hash}", "x", StringComparison.Ordinal);
            path = System
                .Text.RegularExpressions.Regex.Replace(path, @"\{\w+:long\}", "999999")
                .Replace("{list}", "phones", StringComparison.Ordinal)
                .Replace("{kind}", key.Contains("imports", StringComparison.Ordinal) ? "Customers" : "Order", StringComparison.Ordinal);
            using var request = new HttpRequestMessage(
                new HttpMethod(key.Split(' ')[0]),
                path + (key.EndsWith("moment", StringComparison.Ordinal) ? "?text=3" : "")
            );
            using var answer = await browser.RawAsync(request);
            var may = role is { } r && (row == SignedIn || row.Contains(Letters[r], StringComparison.Ordinal));
            var expected = user is null ? HttpStatusCode.Unauthorized : HttpStatusCode.Forbidden;
            Assert.True(
                may ? answer.StatusCode is not (HttpStatusCode.Forbidden or HttpStatusCode.Unauthorized) : answer.StatusCode == expected,
                $"{user} on {key}: {answer.StatusCode}"
            );
        }
    }

    [Fact]
    public async Task Technicians_are_sent_no_amounts()
    {
        using var technician = await shop.SignInAsync("ana");
        foreach (var path in new[] { "bench", "floor" })
        {
            var text = (await technician.GetAsync(path)).ToJsonString();
            foreach (var word in new[] { "price", "amount", "total", "cost", "margin" })
                Assert.DoesNotContain($"\"{word}", text, StringComparison.OrdinalIgnoreCase);
        }
    }

    [Fact]
    public async Task The_parts_person_sees_costs_of_parts_but_no_margin()
    {
        using var parts = await shop.SignInAsync("wen");
        Assert.Null((await parts.SheetAsync(2501))["figures"]!["marginPercent"]);
        var why = (await parts.GetAsync("orders/2501/why")).ToJsonString();
        Assert.Contains("Taxable", why, StringComparison.Ordinal);
        Assert.DoesNotContain("\"Cost\"", why, StringComparison.Ordinal);
        Assert.DoesNotContain("Band", why, StringComparison.Ordinal);
    }
}
