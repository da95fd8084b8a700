using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Tests.Telling;

/// <summary>What an account was read as, short enough to be written beside it.</summary>
internal static class AsRead
{
    /// <summary>Its moments in order: "them knee-cut done".</summary>
    public static string[] Moments(string text, AccountReader? reader = null) =>
        [
            .. (reader ?? AccountReader.Default)
                .Read(text)
                .Exchanges.SelectMany(e => e.Moments)
                .Select(m => $"{m.Moment.Actor} {m.Moment.Technique} {m.Moment.Outcome}".ToLowerInvariant()),
        ];

    /// <summary>Its taps in order, with whoever got each: "Me triangle".</summary>
    public static string[] Ends(string text) =>
        [
            .. AccountReader
                .Default.Read(text)
                .Exchanges.Where(e => e.End is { Kind: EndKind.Tap })
                .Select(e => $"{e.End!.By} {e.End.Technique}".TrimEnd()),
        ];
}
