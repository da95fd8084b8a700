using System.IO.Compression;
using System.Net;
using System.Net.Security;
using System.Security.Authentication;
using AshNotch.Demo;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Store.Copies;
using AshNotch.Web.Access;
using AshNotch.Web.Features;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.OutputCaching;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.AspNetCore.Server.Kestrel.Https;

namespace AshNotch.Web;

/// <summary>Puts the program together: one log, its endpoints, and the pages.</summary>
public static class Server
{
    /// <summary>The largest body but for a logbook, in bytes.</summary>
    public const long LargestBody = 1024 * 1024;

    /// <summary>The largest logbook, in bytes.</summary>
    public const long LargestLogbook = 256L * 1024 * 1024;

    /// <summary>Opens the log and makes the program; it does not listen yet.</summary>
    /// <exception cref="StoreException">The log cannot be opened, or another program has it.</exception>
    public static WebApplication Build(Settings settings)
    {
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions
            {
                ContentRootPath = AppContext.BaseDirectory,
                ApplicationName = typeof(Server).Assembly.GetName().Name,
            }
        );
        builder
            .Logging.ClearProviders()
            .AddConsole(o => o.LogToStandardErrorThreshold = LogLevel.Trace)
            .SetMinimumLevel(LogLevel.Warning)
            .AddFilter("Microsoft.Extensions.Hosting", LogLevel.None)
            // The keys lie in clear in a folder for its owner alone, as the log does.
            .AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        var clock = DayClock.For(settings.Today);
        var certificates = settings.Listen is null ? null : new Certificates(settings, clock);
        if (certificates is not null)
            builder.Services.AddSingleton(certificates);
        builder.WebHost.UseKestrelHttpsConfiguration();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            if (certificates is null)
                kestrel.Listen(IPAddress.Loopback, settings.Port);
            else
                kestrel.Listen(settings.Listen!, settings.Port, listen => listen.UseHttps(Tls(certificates)));
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = LargestBody;
        });
        AddServices(builder.Services, OpenedLog.Open(settings), clock, settings.SecondFolder);
        builder.Services.AddGate(settings, clock);
        var app = builder.Build();
        Guard(app, settings);
        Map(app, settings);
        return app;
    }

    /// <summary>TLS 1.2 and 1.3 only, with the certificate that goes at the moment.</summary>
    private static TlsHandshakeCallbackOptions Tls(Certificates certificates) =>
        new()
        {
            OnConnection = _ =>
                ValueTask.FromResult(
                    new SslServerAuthenticationOptions
                    {
                        EnabledSslProtocols = SslProtocols.Tls12 | SslProtocols.Tls13,
                        ServerCertificateContext = certificates.Context,
                    }
                ),
        };

    private static void AddServices(IServiceCollection services, OpenedLog log, TimeProvider clock, string? secondFolder)
    {
        services.AddSingleton(clock);
        services.AddSingleton(_ => log).AddSingleton(s => s.GetRequiredService<OpenedLog>().Database);
        services
            .AddSingleton<Athletes>()
            .AddSingleton<Partners>()
            .AddSingleton<Sessions>()
            .AddSingleton<Rolls>()
            .AddSingleton<Vocabulary>()
            .AddSingleton<Bins>()
            .AddSingleton<Transfers>()
            .AddSingleton<Intakes>()
            .AddSingleton<SelfRatings>()
            .AddSingleton<Blocks>()
            .AddSingleton<Niggles>()
            .AddSingleton<Rulesets>()
            .AddSingleton<ClockPresets>()
            .AddSingleton(s => new Backups(s.GetRequiredService<Database>(), clock, secondFolder))
            .AddSingleton<Restores>()
            .AddSingleton<Snapshots>()
            .AddSingleton<Judgements>()
            .AddSingleton<KeptAnswers>()
            .AddSingleton<IOutputCacheStore>(s => s.GetRequiredService<KeptAnswers>())
            .AddSingleton<SessionFeature.Writing>();
        services.AddHostedService<Upkeep>();
        services.AddOutputCache(o =>
        {
            o.UseCaseSensitivePaths = true;
            o.MaximumBodySize = KeptWithTheLog.Largest;
            // They go with the log and with the day, whichever comes first.
            o.DefaultExpirationTimeSpan = TimeSpan.FromDays(1);
        });
        services.ConfigureHttpJsonOptions(o => LogJson.Configure(o.SerializerOptions));
        services.AddProblemDetails();
        services.AddExceptionHandler<Failures>();
        services.AddOpenApi("v1", OpenApiShapes.Apply);
        services.AddResponseCompression(o =>
            o.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml", "application/problem+json"]
        );
        services.Configure<BrotliCompressionProviderOptions>(o => o.Level = CompressionLevel.Optimal);
        services.Configure<GzipCompressionProviderOptions>(o => o.Level = CompressionLevel.Optimal);
        services.Configure<HostFilteringOptions>(o => o.AllowedHosts = ["*"]);
    }

    private static void Guard(WebApplication app, Settings settings)
    {
        if (settings.Proxies.Count > 0)
            app.UseForwardedHeaders(Forwarded(settings.Proxies));
        app.UsePageHeaders(strict: settings.Certificate is not null || settings.Proxies.Count > 0);
        app.UseExceptionHandler();
        app.UseStatusCodePages(Problems.ForBareStatus);
        app.UseKnownHosts(settings);
        app.UseSameOrigin();
        app.UsePlainAddresses();
        app.UseGate(settings);
        app.UseLargeBodies();
        app.UseResponseCompression();
        app.UseOutputCache();
        app.UsePages();
    }

    /// <summary>Where a request came from is believed of the proxies that were named, and of nobody else.</summary>
    private static ForwardedHeadersOptions Forwarded(IReadOnlyList<IPAddress> proxies)
    {
        var options = new ForwardedHeadersOptions
        {
            ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost,
        };
        options.KnownProxies.Clear();
        options.KnownIPNetworks.Clear();
        foreach (var proxy in proxies)
            options.KnownProxies.Add(proxy);
        return options;
    }

    private static void Map(WebApplication app, Settings settings)
    {
        app.MapOpenApi("/openapi/{documentName}.json");
        app.MapHealth();
        app.MapAccess(settings);
        var checkedOnes = app.MapGroup("").WithCheckedAddresses();
        var kept = checkedOnes.MapGroup("").CacheOutput(p => p.AddPolicy<KeptWithTheLog>(), excludeDefaultPolicy: true);
        kept.MapPartners();
        kept.MapSessions();
        kept.MapRolls();
        kept.MapVocabulary();
        kept.MapSoftSpots();
        kept.MapGround();
        kept.MapPatterns();
        kept.MapLoad();
        kept.MapNiggles();
        kept.MapScoring();
        kept.MapMatches();
        kept.MapCandidates();
        kept.MapBlocks();
        checkedOnes.MapAthlete();
        checkedOnes.MapTelling();
        checkedOnes.MapClocks();
        checkedOnes.MapTransfers();
        checkedOnes.MapIntake();
        checkedOnes.MapReports();
        checkedOnes.MapBackups();
        checkedOnes.MapBin();
    }
}

/// <summary>The log of a program that runs: its folder is held and its file is open until the program ends.</summary>
public sealed class OpenedLog : IDisposable
{
    private readonly FolderLock held;

    private OpenedLog(FolderLock held, Database database) => (this.held, Database) = (held, database);

    /// <summary>The file.</summary>
    public Database Database { get; }

    /// <summary>Takes the folder and opens the log in it; fills that of a demo.</summary>
    /// <exception cref="StoreException">It cannot be.</exception>
    public static OpenedLog Open(Settings settings)
    {
        var held = FolderLock.Take(settings.DataFolder);
        try
        {
            Backups.RemoveLeftovers(settings.DataFolder);
            var database = new Database(Path.Combine(settings.DataFolder, "log.db"));
            if (settings.Demo && database.Change == 0)
                new Transfers(database).Import(Season.Make(settings.Today ?? TimeProvider.System.Today()));
            return new OpenedLog(held, database);
        }
        catch
        {
            held.Dispose();
            throw;
        }
    }

    /// <inheritdoc />
    public void Dispose()
    {
        Database.Dispose();
        held.Dispose();
    }
}
