using System.Reflection;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Reports.Printing;
using Kalpa.Server.Features.Aerial;
using Kalpa.Server.Features.Book;
using Kalpa.Server.Features.Compute;
using Kalpa.Server.Features.Facts;
using Kalpa.Server.Features.Links;
using Kalpa.Server.Features.Live;
using Kalpa.Server.Features.Photos;
using Kalpa.Server.Features.Plans;
using Kalpa.Server.Features.Properties;
using Kalpa.Server.Features.Punch;
using Kalpa.Server.Features.Reports;
using Kalpa.Server.Features.Session;
using Kalpa.Server.Features.Signing;
using Kalpa.Server.Features.Upkeep;
using Kalpa.Server.Features.Visits;
using Kalpa.Server.Features.Weather;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Model;
using Kalpa.Store.Summaries;
using Kalpa.Store.Upkeep;
using Kalpa.Store.Writing;
using Microsoft.AspNetCore.HttpOverrides;
using Serilog;

namespace Kalpa.Server;

/// <summary>The server: everything it is made of, and in what order a request goes through it.</summary>
public static class KalpaServer
{
    /// <param name="args">Of the command line, as ASP.NET Core reads them.</param>
    /// <param name="more">What whoever starts it brings along: the demo its made-up firm.</param>
    public static async Task Run(string[] args, Action<IServiceCollection>? more = null)
    {
        var builder = WebApplication.CreateBuilder(args);

        // The document is made at build, where there is neither data nor a setting.
        var makingDocument = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
        var settings = makingDocument
            ? new KalpaSettings { DataFolder = Path.GetTempPath(), Demo = true }
            : KalpaSettings.Read(builder.Configuration);
        var folder = new DataFolder(Path.GetFullPath(settings.DataFolder));

        AddServices(builder, settings, folder, makingDocument);
        more?.Invoke(builder.Services);
        var app = builder.Build();
        if (!makingDocument)
        {
            await Prepare(app, settings, folder);
        }
        PassThrough(app, settings);
        MapEndpoints(app, settings);
        await app.RunAsync();
    }

    private static void AddServices(WebApplicationBuilder builder, KalpaSettings settings, DataFolder folder, bool makingDocument)
    {
        builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration).WriteTo.Console(formatProvider: null));
        builder.Services.AddSingleton(settings);
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddSingleton<Today>();
        builder.Services.AddSingleton(RuleBook.Current);
        builder.Services.AddScoped<CurrentFirm>();
        builder.Services.AddScoped<IFirmScope>(services => services.GetRequiredService<CurrentFirm>());
        builder.Services.AddKalpaStore(folder);
        builder.Services.AddKalpaSignIn(folder);
        builder.Services.AddKalpaProblems();
        builder.Services.AddSingleton<ReportPages>();
        builder.Services.AddSingleton<PdfPrinter>();
        builder.Services.AddSingleton<LiveVisits>();
        builder.Services.AddSingleton<IWeatherService, SimulatedWeather>();
        builder.Services.AddSingleton(KalpaOutlineDelay.Usual);
        builder.Services.AddSingleton<IOutlineSupplier, SimulatedOutlines>();
        builder.Services.AddScoped<SharedLinks>();
        builder.Services.AddScoped<SignedReports>();
        builder.Services.AddScoped<ReportFreezer>();
        builder.Services.AddSingleton<SigningSignal>();
        builder.Services.ConfigureHttpJsonOptions(options =>
        {
            var ours = KalpaJson.Default.Options;
            options.SerializerOptions.TypeInfoResolverChain.Insert(0, KalpaJson.Default);
            options.SerializerOptions.NumberHandling = ours.NumberHandling;
            options.SerializerOptions.UnmappedMemberHandling = ours.UnmappedMemberHandling;
            options.SerializerOptions.RespectNullableAnnotations = true;
            options.SerializerOptions.RespectRequiredConstructorParameters = true;
        });

        // A body that cannot be read goes through the one place that words refusals, and names its field.
        builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        builder.Services.AddKalpaOpenApi();
        if (!makingDocument)
        {
            builder.Services.AddHostedService<UpkeepService>();
            builder.Services.AddHostedService<SigningService>();
            builder.Services.AddSingleton<SummaryService>();
            builder.Services.AddHostedService(services => services.GetRequiredService<SummaryService>());
        }

        // Behind a proxy on this machine the address and the https of whoever asks are the proxy's word.
        builder.Services.Configure<ForwardedHeadersOptions>(options =>
            options.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto
        );

        if (!makingDocument)
        {
            DurableFiles.OwnerOnly();
            // Made by the container, so that it gives the folder back when it goes.
            builder.Services.AddSingleton(_ => DataLock.Take(folder));
        }
    }

    /// <summary>What has to stand before the first request: the folder is this server's, its database of today's form.</summary>
    private static async Task Prepare(WebApplication app, KalpaSettings settings, DataFolder folder)
    {
        // Taken before anything in the folder is touched.
        _ = app.Services.GetRequiredService<DataLock>();
        await using var scope = app.Services.CreateAsyncScope();
        await StoreSetUp.BringForward(scope.ServiceProvider.GetRequiredService<KalpaDb>(), folder);
        // Before anybody asks for the list: it would say that there are no properties.
        await scope.ServiceProvider.GetRequiredService<SummaryKeeper>().AddMissing(CancellationToken.None);
        if (settings.Demo)
        {
            await BeginWith(app, scope.ServiceProvider);
        }
    }

    /// <summary>What each request goes through, in this order.</summary>
    private static void PassThrough(WebApplication app, KalpaSettings settings)
    {
        app.UseForwardedHeaders();
        app.UsePageSecurity();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseFrontEnd(settings);
        app.UseRouting();
        app.UseAuthentication();
        app.UseAuthorization();
        app.Use(
            (http, next) =>
            {
                http.RequestServices.GetRequiredService<CurrentFirm>().FirmId = CurrentFirm.FirmOf(http.User) ?? Guid.Empty;
                return next(http);
            }
        );
    }

    private static void MapEndpoints(WebApplication app, KalpaSettings settings)
    {
        var api = app.MapGroup("/api").RequireAuthorization().AddEndpointFilter<AntiForgeryFilter>();
        api.MapSession();
        api.MapClientFailures();
        if (settings.Demo)
        {
            api.MapDemoPeople();
        }
        api.MapFacts();
        api.MapProperties();
        api.MapVisits();
        api.MapPhotos();
        api.MapReports();
        api.MapBook();
        api.MapCompute();
        api.MapLive();
        api.MapWeather();
        api.MapAerial();
        api.MapPlans();
        api.MapPunchLinks();
        api.MapSigning();
        app.MapCrew();
        app.MapSharedReports();
        api.MapFallback(() => Problems.NotFound("address")).ExcludeFromDescription();
        app.MapHealth();
        app.MapFrontEndPage(settings);
    }

    /// <summary>Settles what the demo brings, into a folder that has none of it yet.</summary>
    private static async Task BeginWith(WebApplication app, IServiceProvider services)
    {
        var first =
            services.GetService<IFirstData>()
            ?? throw new InvalidOperationException(
                "The setting Kalpa:Demo is on, and nothing here brings a demo. Start it by ./kalpa demo, or turn the setting off."
            );
        services.GetRequiredService<CurrentFirm>().FirmId = first.FirmId;
        if (await first.Settle(CancellationToken.None))
        {
            await app.Services.GetRequiredService<SummaryService>().BringForward(CancellationToken.None);
        }
    }
}
