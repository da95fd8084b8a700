using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>Rolls across sessions, and what usually comes next.</summary>
public static class RollFeature
{
    private const int MostEnds = 2;
    private const int Offered = 8;

    /// <summary>A moment that may well come next.</summary>
    /// <param name="Technique">The technique's id.</param>
    /// <param name="To">Where the owner would end up if it came off, the likeliest first, as <c>position:role</c>; left out for a finish or
    /// when open.</param>
    public sealed record NextAnswer(string Technique, IReadOnlyList<string>? To);

    /// <summary>The likeliest next moments from one spot, best first.</summary>
    public sealed record NextFrom(Spot Spot, IReadOnlyList<NextAnswer> Mine, IReadOnlyList<NextAnswer> Theirs);

    /// <summary>The likeliest next moments from every spot.</summary>
    public sealed record NextMomentsAnswer(IReadOnlyList<NextFrom> Spots);

    /// <summary>What a list of rolls is narrowed to.</summary>
    public sealed record RollsQuery
    {
        /// <summary>The partner's id.</summary>
        [FromQuery(Name = "partner")]
        public string? Partner { get; init; }

        /// <summary>The partner's belt.</summary>
        [FromQuery(Name = "belt")]
        public QueryWord<BeltColour>? Belt { get; init; }

        /// <summary>With or without the jacket.</summary>
        [FromQuery(Name = "attire")]
        public QueryWord<Attire>? Attire { get; init; }

        /// <summary>A position that it came to.</summary>
        [FromQuery(Name = "position")]
        public string? Position { get; init; }

        /// <summary>The owner's role in it.</summary>
        [FromQuery(Name = "role")]
        public QueryWord<Role>? Role { get; init; }

        /// <summary>A technique that was tried.</summary>
        [FromQuery(Name = "technique")]
        public string? Technique { get; init; }

        /// <summary>A reason that was given.</summary>
        [FromQuery(Name = "reason")]
        public string? Reason { get; init; }

        /// <summary>The name of its recording.</summary>
        [FromQuery(Name = "video")]
        public string? Video { get; init; }

        /// <summary>The first day.</summary>
        [FromQuery(Name = "from")]
        public QueryDay? From { get; init; }

        /// <summary>The last day.</summary>
        [FromQuery(Name = "to")]
        public QueryDay? To { get; init; }

        /// <summary>Words of its notes.</summary>
        [FromQuery(Name = "q")]
        public string? Words { get; init; }
    }

    /// <summary>A roll in a list: what is needed of its session and partner, and what decided it in a few words.</summary>
    public sealed record RollLine(
        string SessionId,
        DateOnly Date,
        SessionKind SessionKind,
        Attire Attire,
        string? PartnerName,
        Roll Roll,
        string? Decided
    );

    /// <summary>Maps its addresses.</summary>
    public static void MapRolls(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/rolls",
                async (
                    [AsParameters] RollsQuery asked,
                    [AsParameters] PageQuery page,
                    Rolls rolls,
                    Sessions sessions,
                    Snapshots snapshots,
                    CancellationToken stop
                ) =>
                {
                    var (skip, take) = page.Range(30);
                    var found = rolls.List(
                        new RollFilter
                        {
                            Partner = Said(asked.Partner),
                            Belt = asked.Belt?.Value,
                            Attire = asked.Attire?.Value,
                            Position = Said(asked.Position),
                            Role = asked.Role?.Value,
                            Technique = Said(asked.Technique),
                            Reason = Said(asked.Reason),
                            Video = Said(asked.Video),
                            From = asked.From?.Value,
                            To = asked.To?.Value,
                            Words = Said(asked.Words),
                        },
                        skip,
                        take
                    );
                    var log = await snapshots.Now(stop);
                    // A match is scored by the rules of its day: each day is read once.
                    var days = found
                        .Items.Where(r => r.Roll.Kind == RollKind.Match)
                        .Select(r => r.SessionId)
                        .Distinct()
                        .ToDictionary(id => id, id => sessions.Get(id)?.Value);
                    return TypedResults.Ok(
                        new Paged<RollLine>(
                            [
                                .. found.Items.Select(r => new RollLine(
                                    r.SessionId,
                                    r.Date,
                                    r.SessionKind,
                                    r.Attire,
                                    r.PartnerName,
                                    r.Roll,
                                    days.GetValueOrDefault(r.SessionId) is { } day
                                        ? ScoreFeature.Decided(day, r.Roll, log)
                                        : WhatDecided.Of(r.Roll, log.Ground)
                                )),
                            ],
                            found.Total,
                            page.Page,
                            take
                        )
                        {
                            Unreadable = found.Unreadable is { Count: > 0 } some ? some : null,
                        }
                    );
                }
            )
            .WithTags("rolls");

        app.MapGet("/api/next-moments", async (Snapshots snapshots, CancellationToken stop) =>
            {
                var log = await snapshots.Now(stop);
                return TypedResults.Ok(
                    new NextMomentsAnswer([
                        .. log.Ground.Spots.Select(s => new NextFrom(s, Of(log.Next[s], Actor.Me), Of(log.Next[s], Actor.Them))),
                    ])
                );
            })
            .WithTags("rolls");
    }

    private static IReadOnlyList<NextAnswer> Of(IReadOnlyList<NextMoment> next, Actor actor) =>
        [
            .. next.Where(n => n.Actor == actor)
                .Take(Offered)
                .Select(n => new NextAnswer(n.Technique, n.To.Count > 0 ? [.. n.To.Take(MostEnds).Select(t => t.ToString())] : null)),
        ];

    private static string? Said(string? text) => string.IsNullOrEmpty(text) ? null : text;
}
