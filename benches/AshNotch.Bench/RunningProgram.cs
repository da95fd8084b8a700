using System.Diagnostics;

namespace AshNotch.Bench;

/// <summary>The program as it ships, running as a process of its own over a folder; ends when it is disposed of.</summary>
internal sealed class RunningProgram : IAsyncDisposable
{
    private static readonly string Shipped = Path.GetFullPath("artifacts/app/ash-notch.dll");
    private readonly Process process;

    private RunningProgram(Process process, Uri address, TimeSpan began)
    {
        (this.process, Began) = (process, began);
        Client = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromMinutes(5) };
    }

    /// <summary>Asks it.</summary>
    public HttpClient Client { get; }

    /// <summary>How long it took until it said where it is.</summary>
    public TimeSpan Began { get; }

    /// <summary>The memory that it holds now, in bytes.</summary>
    public long Memory => Fresh().WorkingSet64;

    /// <summary>The processor time that it has used.</summary>
    public TimeSpan Processor => Fresh().TotalProcessorTime;

    /// <summary>Starts it; it listens when this comes back.</summary>
    /// <param name="folder">Where its log is.</param>
    /// <exception cref="InvalidOperationException">It was not built, or did not start.</exception>
    public static async Task<RunningProgram> Start(string folder)
    {
        if (!File.Exists(Shipped))
            throw new InvalidOperationException($"There is no {Shipped}: start this measurement by ./bench, which builds it.");
        var clock = Stopwatch.StartNew();
        var process = Process.Start(
            new ProcessStartInfo("dotnet", [Shipped, "--port", "0"])
            {
                Environment = { ["ASHNOTCH_DATA"] = folder },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        const string says = "Ash Notch is at ";
        var line = await process.StandardOutput.ReadLineAsync();
        if (line?.StartsWith(says, StringComparison.Ordinal) is not true)
            throw new InvalidOperationException($"The program did not start: {line}{await process.StandardError.ReadToEndAsync()}");
        return new RunningProgram(process, new Uri(line[says.Length..].Split(' ')[0]), clock.Elapsed);
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        // As its owner would end it, so that it does what it does at its end.
        using (var end = Process.Start("kill", ["-TERM", $"{process.Id}"]))
            await end.WaitForExitAsync();
        await process.WaitForExitAsync();
        process.Dispose();
    }

    private Process Fresh()
    {
        process.Refresh();
        return process;
    }
}
