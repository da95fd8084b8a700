using System.CommandLine;
using System.CommandLine.Parsing;
using System.Globalization;
using System.Net;
using AshNotch.Core.Log;
using AshNotch.Web.Access;

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
    /// <returns>The exit code: 0 when all went well, 2 for a command line that makes no sense, else what <paramref name="start"/>
    /// answers.</returns>
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
            "Ash Notch: one practitioner's training log that thinks. Without a command it starts on your own log; the variable "
                + "ASHNOTCH_DATA names its folder, ASHNOTCH_BACKUPS a second one for safety copies."
        )
        {
            port,
            demo,
        };
        var beyond = new BeyondOptions();
        foreach (var option in beyond.All)
            root.Add(option);
        root.SetAction(
            (result, _) =>
                start(
                    new Settings
                    {
                        DataFolder = OwnFolder(environment),
                        Port = result.GetValue(port),
                        Listen = BeyondOptions.Beyond(result.GetValue(beyond.Listen)),
                        Certificate = result.GetValue(beyond.Certificate),
                        Names = result.GetValue(beyond.Names) ?? [],
                        Proxies = result.GetValue(beyond.Proxies) ?? [],
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

        var saved = new Argument<string>("file") { Description = "Where the new log is to stand; no file that is there is written over." };
        var rescue = new Command("rescue", "Save what can be read of a damaged log into a new one, and name what cannot.") { saved };
        rescue.SetAction(result => Maintenance.Rescue(folder, result.GetRequiredValue(saved), result.InvocationConfiguration.Output));
        yield return rescue;

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

        var passphrase = new Command(
            "passphrase",
            "Set the passphrase, or another one; every device is signed out. Asks twice, or takes one line from standard input."
        );
        passphrase.SetAction(result => Maintenance.SetPassphrase(folder, Typed.Passphrase, result.InvocationConfiguration.Output));
        yield return passphrase;
    }

    /// <summary>The options of a program that others than this machine reach.</summary>
    private sealed class BeyondOptions
    {
        public Option<IPAddress?> Listen { get; } =
            new("--listen")
            {
                Description =
                    "An address of this machine to listen on for other devices, over HTTPS; 0.0.0.0 for all. Wants a passphrase (./run "
                    + "passphrase).",
                HelpName = "address",
                CustomParser = result => result.Tokens is [var token] ? Address(token.Value, result) : null,
            };

        public Option<string?> Certificate { get; } =
            new("--certificate")
            {
                Description = "A PFX or PEM file with certificate and key for HTTPS; without it the program makes one of its own.",
                HelpName = "file",
            };

        public Option<string[]> Names { get; } =
            new("--name")
            {
                Description = "A name by which other devices reach the program; may be given more than once.",
                HelpName = "host",
            };

        public Option<IPAddress[]> Proxies { get; } =
            new("--proxy")
            {
                Description =
                    "The address of a reverse proxy whose forwarded headers are believed; may be given more than once. Wants a "
                    + "passphrase and --name.",
                HelpName = "address",
                CustomParser = result => [.. result.Tokens.Select(t => Address(t.Value, result)).OfType<IPAddress>()],
            };

        public BeyondOptions()
        {
            Names.Validators.Add(result =>
            {
                foreach (var token in result.Tokens.Where(t => Uri.CheckHostName(t.Value) != UriHostNameType.Dns))
                    result.AddError($"--name wants a host's name such as log.example.net; {token.Value} is none.");
            });
            Certificate.Validators.Add(result =>
            {
                if (result.GetResult(Listen) is null)
                    result.AddError("--certificate is for --listen: this machine alone is served without HTTPS.");
            });
            Proxies.Validators.Add(result =>
            {
                if (result.GetResult(Names) is null)
                    result.AddError("--proxy wants --name too: the name that the proxy answers to.");
            });
        }

        public IEnumerable<Option> All => [Listen, Certificate, Names, Proxies];

        /// <summary>This machine's own address is none beyond it.</summary>
        public static IPAddress? Beyond(IPAddress? address) => IPAddress.Loopback.Equals(address) ? null : address;

        private static IPAddress? Address(string text, ArgumentResult result)
        {
            if (IPAddress.TryParse(text, out var address))
                return address;
            result.AddError($"{text} is no address. Give one as 192.0.2.7, or 0.0.0.0 for all of this machine's.");
            return null;
        }
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

    /// <summary>No passphrase is set, or the one given is not taken.</summary>
    public const int NoPassphrase = 6;

    /// <summary>The certificate or the address cannot be used.</summary>
    public const int NoWayIn = 7;
}
