using System.IO.Compression;
using System.Net;
using AshNotch.Demo;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Store.Copies;
using AshNotch.Web.Features;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.ResponseCompression;

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
            .AddFilter("Microsoft.Extensions.Hosting", LogLevel.None);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Loopback, settings.Port);
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = LargestBody;
        });
        AddServices(builder.Services, OpenedLog.Open(settings), DayClock.For(settings.Today), settings.SecondFolder);
        var app = builder.Build();
        Guard(app);
        Map(app);
        return app;
    }

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
            .AddSingleton<SelfRatings>()
            .AddSingleton<Blocks>()
            .AddSingleton<Niggles>()
            .AddSingleton<Rulesets>()
            .AddSingleton<ClockPresets>()
            .AddSingleton(s => new Backups(s.GetRequiredService<Database>(), clock, secondFolder))
            .AddSingleton<Restores>()
            .AddSingleton<Snapshots>()
            .AddSingleton<Judgements>()
            .AddSingleton<SessionFeature.Writing>();
        services.AddHostedService<Upkeep>();
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

    private static void Guard(WebApplication app)
    {
        app.UsePageHeaders();
        app.UseExceptionHandler();
        app.UseStatusCodePages(Problems.ForBareStatus);
        app.UseKnownHosts();
        app.UseSameOrigin();
        app.UseLargeBodies();
        app.UseResponseCompression();
        app.UsePages();
    }

    private static void Map(WebApplication app)
    {
        app.MapOpenApi("/openapi/{documentName}.json");
        app.MapHealth();
        var checkedOnes = app.MapGroup("").WithCheckedAddresses();
        checkedOnes.MapAthlete();
        checkedOnes.MapPartners();
        checkedOnes.MapSessions();
        checkedOnes.MapRolls();
        checkedOnes.MapVocabulary();
        checkedOnes.MapTelling();
        checkedOnes.MapSoftSpots();
        checkedOnes.MapGround();
        checkedOnes.MapPatterns();
        checkedOnes.MapLoad();
        checkedOnes.MapNiggles();
        checkedOnes.MapScoring();
        checkedOnes.MapMatches();
        checkedOnes.MapClocks();
        checkedOnes.MapCandidates();
        checkedOnes.MapBlocks();
        checkedOnes.MapTransfers();
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
