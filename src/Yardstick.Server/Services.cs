using System.Globalization;
using System.Reflection;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Microsoft.Extensions.Http;
using Microsoft.Extensions.Http.Resilience;
using NodaTime.Serialization.SystemTextJson;
using Polly;
using Yardstick.Core;
using Yardstick.Core.Schedule;
using Yardstick.Data;
using Yardstick.Data.Demo;
using Yardstick.Data.Setup;
using Yardstick.Server.Approval;
using Yardstick.Server.Billing;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Floor;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Hosting;
using Yardstick.Server.Imports;
using Yardstick.Server.Inspections;
using Yardstick.Server.Live;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Purchasing;
using Yardstick.Server.Reports;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;
using Yardstick.Server.Setup;
using Yardstick.Server.Setup.Backups;
using Yardstick.Server.Setup.Privacy;

namespace Yardstick.Server;

/// <summary>What the server is made of.</summary>
public static class Services
{
    // A person by a cookie, or a program by an access token.
    private const string Either = "Either";

    /// <summary>True while the build only asks for the OpenAPI document: nothing is opened or started then.</summary>
    public static bool DescribingOnly => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>Adds everything.</summary>
    public static void AddYardstick(this WebApplicationBuilder builder, ServerOptions options, ShopFile? file, TimeProvider? time = null)
    {
        CultureInfo.DefaultThreadCurrentCulture = CultureInfo.InvariantCulture;
        var services = builder.Services;
        builder.WebHost.ConfigureKestrel(o =>
        {
            o.AddServerHeader = false;
            o.Limits.MaxConcurrentConnections = Handles.MostConnections;
            // A live screen's connection counts here instead, once it is one.
            o.Limits.MaxConcurrentUpgradedConnections = Handles.MostConnections;
        });
        services.AddSingleton<IPlanSolver, SatPlanner>();
        services.AddSingleton(options);
        services.AddSingleton(time ?? TimeProvider.System);
        services.AddSingleton(_ =>
            file ?? throw new InvalidOperationException("No data folder is open while the build asks for the API document.")
        );
        services.AddDbContextFactory<ShopDb, OpenDbFactory>(
            (s, o) => ShopFile.Use(o, file?.Database ?? ":memory:").AddInterceptors(s.GetRequiredService<ChangeFeed>())
        );
        services.AddScoped(s => s.GetRequiredService<IDbContextFactory<ShopDb>>().CreateDbContext());
        services.AddHttpContextAccessor();
        services.AddSingleton<SingleWriter>();
        services.AddSingleton<ChangeFeed>();
        services.AddSingleton<Presence>();
        services.AddSingleton<OpenScreens>();
        services.AddSingleton<EndedSessions>();
        services.AddSingleton<SessionsAtHand>();
        services.AddSingleton<TokensAtHand>();
        services.AddSingleton<BackupMaker>();
        services.AddSingleton<RunStatistics>();
        services.AddSingleton<IHttpMessageHandlerBuilderFilter, RunClocks.Filter>();
        services.AddWatching();
        services.TryAddSingleton<StartAgain>();
        services.AddSingleton<SignInTries>();
        services.AddSingleton<PasswordCheck>();
        services.AddSingleton<FirstRunCode>();
        services.AddSingleton<AllowedHosts>();
        services.AddSingleton<PictureGate>();
        services.AddSingleton<Signatures>();
        services.AddScoped<CommandRunner>();
        services.AddScoped<IPromiseJudge, PromiseJudge>();
        services.AddScoped<IOrderFollower, InspectionStart>();
        services.AddScoped<IOrderFollower, WashFollower>();
        services.AddScoped<SheetReader>();
        services.AddSingleton<PartHash>();
        services.AddSingleton<OrderMemory>();
        services.AddSingleton(FloorView.Model);
        services.AddSingleton(AfterWorkList.Model);
        services.AddSingleton<AppointmentReminders>();
        services.AddSingleton<FollowUpRounds>();
        services.AddSingleton(PartsView.Model);
        services.AddSingleton(Unanswered.Model);
        services.AddSingleton(Notices.Model);
        services.AddSingleton(Worklist.Count);
        services.AddSingleton<FollowUpBook>();
        services.AddSingleton(FollowUps.Model);
        services.AddSingleton<BookableTimes>();
        services.AddSingleton<OpenBalances>();
        services.AddSingleton<MeasureMemory>();
        services.AddSingleton<BenchModels>();
        services.AddSingleton<ContentStore>();
        services.AddSingleton<BookingPhotos>();
        services.AddSingleton<SupplierTalk>();
        services.AddSingleton<ReturnTalk>();
        services.AddSingleton<PurchaseOrderEmail>();
        services.AddSingleton<SupplierRounds>();
        services.AddSingleton<CardTalk>();
        services.AddSingleton<CardRounds>();
        services
            .AddSignalR()
            .AddJsonProtocol(o =>
                o.PayloadSerializerOptions.Converters.Add(new JsonStringEnumConverter(namingPolicy: null, allowIntegerValues: false))
            );
        services.ConfigureHttpJsonOptions(o =>
        {
            o.SerializerOptions.Converters.Add(new JsonStringEnumConverter(namingPolicy: null, allowIntegerValues: false));
            o.SerializerOptions.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
        });
        services.AddProblemDetails();
        services.AddExceptionHandler<DiskProblems>();
        services.AddOpenApi(o =>
        {
            o.AddSchemaTransformer<ExactTypes>();
            o.AddOperationTransformer<DescribedOperations>();
        });
        services.AddResponseCompression(o => o.EnableForHttps = false);
        services.AddSingleton<OldCommandCleanup>();
        services.AddSingleton<ImportWorker>();
        services.AddSingleton<WebhookSender>();
        services.AddSingleton<CustomerLooks>();
        services.AddSingleton<Outbox>();
        services.AddSingleton<LinkSeal>();
        services.AddSingleton<MessageComposer>();
        services.AddSingleton<IMailer, Mailer>();
        services.AddSingleton<DocumentPdfs>();
        services.AddSingleton<Templates.Filler>();
        if (!DescribingOnly)
        {
            services.AddHostedService(s => s.GetRequiredService<EndedSessions>());
            services.AddHostedService(s => s.GetRequiredService<ImportWorker>());
            services.AddHostedService(s => s.GetRequiredService<SupplierRounds>());
            services.AddHostedService(s => s.GetRequiredService<CardRounds>());
            services.AddHostedService(s => s.GetRequiredService<Outbox>());
            services.AddHostedService(s => s.GetRequiredService<WebhookSender>());
            services.AddSingleton<InboundFiles>();
            services.AddHostedService<InboundMessages>();
            services.AddHostedService(s => s.GetRequiredService<AppointmentReminders>());
            services.AddHostedService<ForgottenClockRounds>();
            services.AddHostedService<ReminderDates>();
            services.AddHostedService(s => s.GetRequiredService<FollowUpRounds>());
            services.AddHostedService<ConnectedCarRounds>();
            services.AddHostedService<DatabaseCheck>();
            services.AddHostedService<BackupRounds>();
            services.AddHostedService<RetentionRounds>();
            services.AddHostedService<MeasureMailRounds>();
            services.AddHostedService(s => s.GetRequiredService<CustomerLooks>());
            services.AddHostedService<WarmUp>();
            services.AddHostedService(s => s.GetRequiredService<OldCommandCleanup>());
        }
        AddSignIn(services, options, file);
        AddOutside(services, options);
    }

    private static void AddSignIn(IServiceCollection services, ServerOptions options, ShopFile? file)
    {
        var protection = services.AddDataProtection().SetApplicationName("Yardstick");
        if (file is not null)
            protection.PersistKeysToFileSystem(new DirectoryInfo(file.Keys));
        services
            .AddIdentityCore<Account>(o =>
            {
                o.User.AllowedUserNameCharacters = "";
            })
            .AddEntityFrameworkStores<ShopDb>();
        services.Configure<PasswordHasherOptions>(o => o.IterationCount = options.Demo ? DemoShop.HashRounds : Account.HashRounds);
        services
            .AddAuthentication(Either)
            .AddPolicyScheme(Either, null, o =>
                o.ForwardDefaultSelector = http => TokenSignIn.IsAsked(http) ? TokenSignIn.SchemeName : IdentityConstants.ApplicationScheme
            )
            .AddScheme<AuthenticationSchemeOptions, TokenSignIn>(TokenSignIn.SchemeName, null)
            .AddCookie(IdentityConstants.ApplicationScheme, o =>
            {
                o.Cookie.Name = "yardstick.session";
                o.Cookie.HttpOnly = true;
                o.Cookie.SameSite = SameSiteMode.Strict;
                o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                // A browser counts from its own clock, so that one that is wrong does not drop the cookie at once.
                o.Cookie.MaxAge = StaffSession.Longest.ToTimeSpan();
                o.ExpireTimeSpan = StaffSession.Longest.ToTimeSpan();
                o.SlidingExpiration = false;
                o.Events.OnRedirectToLogin = context => Answer(context.HttpContext, 401);
                o.Events.OnRedirectToAccessDenied = context => Answer(context.HttpContext, 403);
                o.Events.OnValidatePrincipal = Sessions.ValidateAsync;
            });
        services.AddAuthorization(o => o.AddPermissions());
    }

    private static Task Answer(HttpContext http, int status)
    {
        var problem =
            status == 401
                ? new Core.Problem("session.none", "Sign in first.")
                : new Core.Problem("rights.right", "You don't have permission to do this. Ask a manager.");
        return Problems.Of(problem).ExecuteAsync(http);
    }

    private static void AddOutside(IServiceCollection services, ServerOptions options)
    {
        Ask(services.AddHttpClient<ISupplierClient, SupplierClient>(), options, "suppliers", retries: 1, seconds: 3);
        Ask(services.AddHttpClient<IVehicleDataClient, VehicleDataClient>(), options, "vehicles", retries: 1, seconds: 3);
        Ask(services.AddHttpClient<IPhoneDirectory, PhoneDirectory>(), options, "directory", retries: 1, seconds: 3);
        foreach (var name in new[] { VehicleSpecsClient.Guide, VehicleSpecsClient.Facts, VehicleSpecsClient.Catalogs })
            Ask(services.AddHttpClient(name), options, name, retries: 1, seconds: 3);
        services.AddSingleton<IVehicleSpecsClient, VehicleSpecsClient>();
        Ask(services.AddHttpClient<ITextGateway, TextGateway>(), options, "texts", retries: 0, seconds: 4);
        Ask(services.AddHttpClient<IMailFiles, MailFiles>(), options, "mail-files", retries: 0, seconds: 20);
        Ask(services.AddHttpClient<IConnectedCarService, ConnectedCarService>(), options, "cars", retries: 0, seconds: 4);
        services.AddHttpClient(WebhookSender.Client, WebhookSender.Prepare).ConfigurePrimaryHttpMessageHandler(WebhookSender.Handler);
        services.AddMemoryCache();
        services.AddScoped<VehicleDataCache>();
        // A charge is never sent twice by itself: after the first try it is looked up. A customer at the terminal takes a while.
        Ask(services.AddHttpClient<ICardTerminal, CardTerminal>(), options, "card", retries: 0, seconds: 30);
    }

    private const int LargestAnswer = 32 * 1024 * 1024;

    /// <summary>One that sends without end, in bytes or in time, is one that does not answer.</summary>
    private static void Ask(IHttpClientBuilder client, ServerOptions options, string name, int retries, int seconds)
    {
        client.ConfigureHttpClient(c =>
        {
            c.BaseAddress = options.OutsideServices;
            c.MaxResponseContentBufferSize = LargestAnswer;
            // Of all tries together, and of the answer's body, which those do not wait for.
            c.Timeout = TimeSpan.FromSeconds((retries + 1) * seconds + 2);
        });
        client.AddResilienceHandler(name, (pipeline, _) => Patient(pipeline, retries, seconds));
    }

    private static void Patient(ResiliencePipelineBuilder<HttpResponseMessage> pipeline, int retries, int seconds)
    {
        // Waiting for others takes real time, whatever clock the shop has in a test.
        pipeline.TimeProvider = TimeProvider.System;
        if (retries > 0)
            pipeline.AddRetry(
                new HttpRetryStrategyOptions
                {
                    MaxRetryAttempts = retries,
                    Delay = TimeSpan.FromMilliseconds(300),
                    UseJitter = true,
                }
            );
        // One flaw among many answers is no reason to ask nobody: only when half of the answers fail is a service left alone for a moment.
        pipeline.AddCircuitBreaker(
            new HttpCircuitBreakerStrategyOptions
            {
                FailureRatio = 0.5,
                MinimumThroughput = 20,
                BreakDuration = TimeSpan.FromSeconds(5),
            }
        );
        pipeline.AddTimeout(TimeSpan.FromSeconds(seconds));
    }
}
