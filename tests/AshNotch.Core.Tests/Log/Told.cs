using AshNotch.Core.Ground;
using AshNotch.Core.Log;

namespace AshNotch.Core.Tests.Log;

/// <summary>Short ways to write down moments in tests.</summary>
internal static class Told
{
    public static Moment Me(string technique, string? from = null, string? to = null, bool done = true) =>
        Moment(Actor.Me, technique, from, to, done);

    public static Moment Them(string technique, string? from = null, string? to = null, bool done = true) =>
        Moment(Actor.Them, technique, from, to, done);

    public static Exchange Exchange(string? start, ExchangeEnd? end, params Moment[] moments) =>
        new()
        {
            Start = At(start),
            End = end,
            Moments = moments,
        };

    public static ExchangeEnd Tap(Actor by, string? technique = null) =>
        new()
        {
            Kind = EndKind.Tap,
            By = by,
            Technique = technique,
        };

    public static Roll Roll(params Exchange[] exchanges) => new() { Id = "r", Exchanges = exchanges };

    private static Moment Moment(Actor actor, string technique, string? from, string? to, bool done) =>
        new()
        {
            Actor = actor,
            Technique = technique,
            Outcome = done ? Outcome.Done : Outcome.Stopped,
            From = At(from),
            To = At(to),
        };

    private static Spot? At(string? text) => text is null ? null : Spot.Parse(text);
}
