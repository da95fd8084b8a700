namespace AshNotch.Web.Access;

/// <summary>What is typed at a terminal without being shown.</summary>
internal static class Typed
{
    private static string? given;

    /// <summary>Asks for a passphrase; where no terminal is, the one line of standard input answers every time.</summary>
    public static string? Passphrase(string question)
    {
        if (Console.IsInputRedirected)
            return given ??= Console.In.ReadLine();
        Console.Error.Write(question);
        var typed = new System.Text.StringBuilder();
        while (true)
        {
            var key = Console.ReadKey(intercept: true);
            if (key.Key == ConsoleKey.Enter)
                break;
            if (key.Key == ConsoleKey.Backspace && typed.Length > 0)
                typed.Length--;
            else if (!char.IsControl(key.KeyChar))
                typed.Append(key.KeyChar);
        }

        Console.Error.WriteLine();
        return typed.ToString();
    }
}
