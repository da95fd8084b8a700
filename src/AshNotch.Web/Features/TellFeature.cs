using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;
using AshNotch.Core.Telling.Timeline;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>Reads a told account; stores nothing.</summary>
public static class TellFeature
{
    /// <summary>A moment as read, with the words it came from and the next best readings.</summary>
    public sealed record MomentAnswer(
        Actor Actor,
        string Technique,
        Outcome Outcome,
        Side? Side,
        double? Clock,
        Spot? From,
        Spot? To,
        IReadOnlyList<string>? Reasons,
        bool Sure,
        double? Likely,
        Span Source,
        IReadOnlyList<OtherReading> Others
    );

    /// <summary>An exchange as read; <paramref name="Roll"/> counts the told rolls from 0.</summary>
    public sealed record ExchangeAnswer(int Roll, Spot? Start, IReadOnlyList<MomentAnswer> Moments, ExchangeEnd? End);

    /// <summary>A spot in the order of the story.</summary>
    public sealed record PositionAnswer(string Position, Role Role, Span Source);

    /// <summary>What was told of a roll as a whole.</summary>
    public sealed record RollAnswer(Span Source, string? Partner, BeltColour? Belt, Kilograms? WeightKg, double? Minutes, Attire? Attire);

    /// <summary>The whole reading. Spans are offsets into the text in UTF-16 units.</summary>
    public sealed record TellAnswer(
        IReadOnlyList<ExchangeAnswer> Exchanges,
        IReadOnlyList<PositionAnswer> Positions,
        IReadOnlyList<Span> Unread,
        IReadOnlyList<RollAnswer> Rolls,
        IReadOnlyList<Span> Takeaways
    );

    /// <summary>Maps its address.</summary>
    public static void MapTelling(this IEndpointRouteBuilder app) =>
        app.MapPost(
                "/api/tell",
                async Task<Results<Ok<TellAnswer>, ProblemHttpResult>> (HttpRequest request, Snapshots snapshots, CancellationToken stop) =>
                {
                    var log = await snapshots.Now(stop);
                    var body = await Bodies.Read(request, TellAsked.Read, asked => Check(asked, log.Ground));
                    if (body.Refusal is { } refusal)
                        return refusal;
                    var asked = body.Value!;
                    return TypedResults.Ok(await Task.Run(() => Answer(log.Teller.Read(asked.Text, asked.Attire, asked.Start)), stop));
                }
            )
            .WithTags("telling")
            .Accepts<TellAsked>("application/json");

    private static IEnumerable<Fault> Check(TellAsked asked, GroundMap ground)
    {
        if (asked.Start is { } start && !ground.Has(start))
            yield return new Fault("/start", $"'{start.Position}' with the role {Word.Of(start.Role)} is no spot of the ground.");
    }

    private static TellAnswer Answer(Told told) =>
        new(
            [.. told.Exchanges.Select(e => new ExchangeAnswer(e.Roll, e.Start, [.. e.Moments.Select(Answer)], e.End))],
            [.. told.Positions.Select(p => new PositionAnswer(p.Spot.Position, p.Spot.Role, p.Source))],
            told.Unread,
            [.. told.Rolls.Select(r => new RollAnswer(r.Source, r.Partner, r.Belt, r.Weight, r.Minutes, r.Attire))],
            told.Takeaways
        );

    private static MomentAnswer Answer(ToldMoment told) =>
        new(
            told.Moment.Actor,
            told.Moment.Technique,
            told.Moment.Outcome,
            told.Moment.Side,
            told.Moment.Clock,
            told.Moment.From,
            told.Moment.To,
            told.Moment.Reasons,
            told.Moment.Sure != false,
            told.Likely is { } likely ? Math.Round(likely, 2) : null,
            told.Source,
            told.Others
        );
}
