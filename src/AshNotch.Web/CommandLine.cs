using System.CommandLine;
using System.Globalization;
using AshNotch.Core.Log;

namespace AshNotch.Web;

/// <summary>The program's commands, their help and their exit codes.</summary>
public static class CommandLine
{
    private const int GreatestPort = 65535;

    /// <summary>Reads the command line and starts what it asks for.</summary>
    /// <param name="arguments">What was typed.</param>
    /// <param name="environment">Reads a variable of the environment.</param>
    /// <param name="start">Starts the program; answers its exit code.</param>
    /// <param name="output">Where help and faults go; null for the console.</param>
    /// <returns>The exit code: 0 when all went well, 2 for a command line that makes no sense, else what <paramref name="start"/> answers.</returns>
    public static async Task<int> Run(
        IReadOnlyList<string> arguments,
        Func<string, string?> environment,
        Func<Settings, Task<int>> start,
        TextWriter? output = null
    )
    {
        var port = new Option<int>("--port")
        {
            Description = $"The port on this machine; 0 takes any free one. {Settings.DefaultPort} when not said.",
            DefaultValueFactory = _ => Settings.DefaultPort,
            Recursive = true,
            HelpName = "number",
        };
        port.Validators.Add(result =>
        {
            if (
                !result.Implicit
                && (result.Tokens is not [var token] || !int.TryParse(token.Value, out var number) || number is < 0 or > GreatestPort)
            )
                result.AddError($"--port wants a number from 0 to {GreatestPort}, for example: ./run --port 5300");
        });
        var today = new Option<DateOnly?>("--today")
        {
            Description = "The day that the demo log is looked at: it ends on the evening before. Today when not said.",
            HelpName = "date",
            CustomParser = result =>
            {
                if (
                    result.Tokens is [var token]
                    && DateOnly.TryParseExact(token.Value, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
                    && DayBounds.On(DateOnly.FromDateTime(DateTime.Today)).Holds(date)
                )
                    return date;
                result.AddError("--today wants a day as 2026-06-22, not before 1950 and at most ten years ahead.");
                return null;
            },
        };
        var demo = new Command("demo", "Start on a throw-away copy of the demo log: eighteen invented weeks of training.") { today };
        demo.SetAction(
            (result, _) =>
                start(
                    new Settings
                    {
                        Demo = true,
                        DataFolder = DemoFolder.Own,
                        Port = result.GetValue(port),
                        Today = result.GetValue(today),
                    }
                )
        );
        var root = new RootCommand(
            "Ash Notch: one practitioner's training log that thinks. Without a command it starts on your own log; the variable ASHNOTCH_DATA names its folder, ASHNOTCH_BACKUPS a second one for safety copies."
        )
        {
            port,
            demo,
        };
        root.SetAction(
            (result, _) =>
                start(
                    new Settings
                    {
                        DataFolder = OwnFolder(environment),
                        Port = result.GetValue(port),
                        SecondFolder = environment("ASHNOTCH_BACKUPS") is { Length: > 0 } second ? Path.GetFullPath(second) : null,
                    }
                )
        );
        foreach (var command in MaintenanceCommands(environment))
            root.Add(command);
        var parsed = root.Parse(arguments);
        var console = new InvocationConfiguration { EnableDefaultExceptionHandler = false, ProcessTerminationTimeout = null };
        if (output is not null)
            (console.Output, console.Error) = (output, output);
        if (parsed.Errors.Count > 0)
        {
            foreach (var error in parsed.Errors.DistinctBy(e => e.Message))
                await console.Error.WriteLineAsync(error.Message);
            await console.Error.WriteLineAsync("./run --help lists what is known.");
            return ExitCodes.BadCommandLine;
        }

        return await parsed.InvokeAsync(console);
    }

    private static IEnumerable<Command> MaintenanceCommands(Func<string, string?> environment)
    {
        var folder = OwnFolder(environment);
        var check = new Command("check", "Look whether the log is sound and everything in it can be read. Changes nothing.");
        check.SetAction(result => Maintenance.Check(folder, result.InvocationConfiguration.Output));
        yield return check;

        var copy = new Argument<string>("file") { Description = "Where the copy is to stand; no file that is there is written over." };
        var backup = new Command("backup", "Copy the log into one file, also while the program runs, and check the copy.") { copy };
        backup.SetAction(result => Maintenance.Backup(folder, result.GetRequiredValue(copy), result.InvocationConfiguration.Output));
        yield return backup;

        var from = new Argument<string>("file") { Description = "A safety copy; they are in the folder backups beside the log." };
        var preview = new Option<bool>("--preview") { Description = "Only say what would change." };
        var restore = new Command(
            "restore",
            "Put a copy in the place of the log, while the program does not run. What was there is kept aside."
        )
        {
            from,
            preview,
        };
        restore.SetAction(result =>
            Maintenance.Restore(folder, result.GetRequiredValue(from), result.GetValue(preview), result.InvocationConfiguration.Output)
        );
        yield return restore;
    }

    private static string OwnFolder(Func<string, string?> environment) =>
        environment("ASHNOTCH_DATA") is { Length: > 0 } named
            ? named
            : Path.Combine(
                Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify),
                "ash-notch"
            );
}

/// <summary>What the program's exit codes mean.</summary>
public static class ExitCodes
{
    /// <summary>The command line makes no sense.</summary>
    public const int BadCommandLine = 2;

    /// <summary>The port is taken.</summary>
    public const int PortTaken = 3;

    /// <summary>The log cannot be opened.</summary>
    public const int NoLog = 4;

    /// <summary>The log, or a copy of it, is not sound.</summary>
    public const int NotSound = 5;
}
