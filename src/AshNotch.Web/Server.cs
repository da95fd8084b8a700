using System.IO.Compression;
using System.Net;
using AshNotch.Core.Ground;
using AshNotch.Demo;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Features;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.ResponseCompression;

namespace AshNotch.Web;

/// <summary>Puts the program together: one log, its endpoints, and the pages.</summary>
public static class Server
{
    public const long LargestBody = 1024 * 1024;
    public const long LargestLogbook = 256L * 1024 * 1024;

    public static WebApplication Build(Settings settings)
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions
        {
            ContentRootPath = AppContext.BaseDirectory,
            ApplicationName = typeof(Server).Assembly.GetName().Name,
        });
        builder.Logging.ClearProviders().AddConsole(o => o.LogToStandardErrorThreshold = LogLevel.Trace).SetMinimumLevel(LogLevel.Warning)
            .AddFilter("Microsoft.Extensions.Hosting", LogLevel.None);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Loopback, settings.Port);
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = LargestBody;
        });
        var services = builder.Services;
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton(_ => OpenLog(settings));
        services.AddSingleton<Athletes>().AddSingleton<Partners>().AddSingleton<Sessions>().AddSingleton<Rolls>()
            .AddSingleton<Vocabulary>().AddSingleton<Bins>().AddSingleton<Transfers>()
            .AddSingleton<Readings>().AddSingleton<Tallies>().AddSingleton<SelfRatings>().AddSingleton<OwnGround>().AddSingleton<Judgements>()
            .AddSingleton<Blocks>().AddSingleton<Niggles>().AddSingleton<Drills>();
        services.ConfigureHttpJsonOptions(o => LogJson.Configure(o.SerializerOptions));
        services.AddProblemDetails();
        services.AddExceptionHandler<Failures>();
        services.AddOpenApi("v1", OpenApiShapes.Apply);
        services.AddResponseCompression(o => o.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml", "application/problem+json"]);
        services.Configure<BrotliCompressionProviderOptions>(o => o.Level = CompressionLevel.Optimal);
        services.Configure<GzipCompressionProviderOptions>(o => o.Level = CompressionLevel.Optimal);
        services.Configure<HostFilteringOptions>(o => o.AllowedHosts = ["localhost", "127.0.0.1", "[::1]"]);

        var app = builder.Build();
        app.UseExceptionHandler();
        app.UseHostFiltering();
        app.UsePageHeaders();
        app.UseSameOriginWrites();
        app.UseResponseCompression();
        app.UsePages();
        app.UseStatusCodePages(Problems.ForBareStatus);
        app.MapOpenApi("/openapi/{documentName}.json");
        app.MapHealth();
        app.MapAthlete();
        app.MapPartners();
        app.MapSessions();
        app.MapRolls();
        app.MapVocabulary();
        app.MapTelling();
        app.MapSoftSpots();
        app.MapGround();
        app.MapPatterns();
        app.MapLoad();
        app.MapNiggles();
        app.MapBlocks();
        app.MapTransfers();
        app.MapBin();
        return app;
    }

    /// <summary>Checks what has to hold before anything is served: the ground, and that the log can be opened. Null when all is well.</summary>
    public static string? OpenFault(Settings settings)
    {
        try
        {
            _ = GroundMap.Default;
            _ = OpenLog(settings).Change;
            return null;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or InvalidDataException or Microsoft.Data.Sqlite.SqliteException)
        {
            return $"The log in {settings.DataFolder} cannot be opened: {fault.Message} See to the folder, or name another one in ASHNOTCH_DATA.";
        }
    }

    private static Database OpenLog(Settings settings)
    {
        var database = new Database(Path.Combine(settings.DataFolder, "log.db"));
        if (settings.Demo && database.Change == 0)
            new Transfers(database).Import(Season.Make());
        return database;
    }
}
