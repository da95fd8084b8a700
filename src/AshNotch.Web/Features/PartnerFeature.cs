using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Judging.People;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>The people rolled with.</summary>
public static class PartnerFeature
{
    private const string Address = "/api/partners";

    private static readonly RecordKind<Partner> Kind = new("partner", Address)
    {
        Read = (context, newId) =>
            Bodies.Read(
                context.Request,
                (json, faults) => LogReader.Partner(json, "", faults, newId) with { Deleted = null },
                p => LogRules.Check(p)
            ),
        Id = p => p.Id,
        WithId = (p, id) => p with { Id = id },
        Add = (services, p) => services.GetRequiredService<Partners>().Add(p),
        Put = (services, p, expected) => services.GetRequiredService<Partners>().Put(p, expected),
        Bin = (services, id, expected, now) => services.GetRequiredService<Partners>().Bin(id, expected, now),
    };

    /// <summary>A partner as they are read, with how often they were rolled with and when last.</summary>
    public sealed record PartnerRead : Partner
    {
        /// <param name="row">What the store has.</param>
        [SetsRequiredMembers]
        public PartnerRead(PartnerRow row)
            : base(row.Partner) => (Version, Rolls, LastRolled, Weekdays) = (row.Version, row.Rolls, row.LastRolled, row.Weekdays);

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }

        /// <summary>How many rolls with them the log has.</summary>
        public int Rolls { get; init; }

        /// <summary>The day of the last one.</summary>
        public DateOnly? LastRolled { get; init; }

        /// <summary>
        /// On how many days of the last twelve weeks that the log has they were rolled with, for each weekday, Monday first.
        /// </summary>
        public IReadOnlyList<int>? Weekdays { get; init; }
    }

    /// <summary>A focus of a running block that somebody is good for.</summary>
    /// <param name="Block">The block's id.</param>
    /// <param name="Focus">The focus.</param>
    /// <param name="Times">How often they went for it on the owner, or met the owner there.</param>
    public sealed record AskFor(string Block, Focus Focus, int Times);

    /// <summary>A partner's sheet.</summary>
    /// <param name="Partner">Who.</param>
    /// <param name="Sheet">What the log says of them.</param>
    /// <param name="GoodFor">What of the running blocks to ask them for.</param>
    /// <param name="Cautions">What to agree on first.</param>
    public sealed record SheetAnswer(
        PartnerRead Partner,
        PartnerSheet Sheet,
        IReadOnlyList<AskFor> GoodFor,
        IReadOnlyList<Caution> Cautions
    );

    /// <summary>How it goes with somebody, for the list.</summary>
    /// <param name="Partner">Who.</param>
    /// <param name="Enough">Whether there is enough to say.</param>
    /// <param name="Rate">How often the owner comes out better; anything at all without a contest.</param>
    /// <param name="Standing">How they compare with the owner's own level.</param>
    /// <param name="TapsByMe">Taps got.</param>
    /// <param name="TapsByThem">Taps given.</param>
    public sealed record OutcomeWith(
        PartnerRead Partner,
        bool Enough,
        Interval Rate,
        PartnerStanding Standing,
        int TapsByMe,
        int TapsByThem
    );

    /// <summary>How a contest with somebody ended.</summary>
    public enum EndWith
    {
        /// <summary>The move came off.</summary>
        Done,

        /// <summary>It was stopped.</summary>
        Stopped,

        /// <summary>It ended in a tap.</summary>
        Tap,
    }

    /// <summary>Which contests with somebody.</summary>
    public sealed record PartnerContests
    {
        /// <summary>Who made the move.</summary>
        [FromQuery(Name = "actor")]
        public QueryWord<Actor>? Actor { get; init; }

        /// <summary>The technique's id.</summary>
        [FromQuery(Name = "technique")]
        public string? Technique { get; init; }

        /// <summary>With <see cref="Role"/>: the owner's spot.</summary>
        [FromQuery(Name = "position")]
        public string? Position { get; init; }

        /// <summary>The owner's role in it.</summary>
        [FromQuery(Name = "role")]
        public QueryWord<Role>? Role { get; init; }

        /// <summary>Only those that came off, were stopped or ended in a tap.</summary>
        [FromQuery(Name = "end")]
        public QueryWord<EndWith>? End { get; init; }

        internal bool Takes(Contest contest) =>
            (Actor is null || contest.Actor == Actor.Value.Value)
            && (Technique is null || contest.Technique == Technique)
            && (Position is null || (contest.Spot.Position == Position && (Role is null || contest.Spot.Role == Role.Value.Value)))
            && End?.Value switch
            {
                EndWith.Done => contest.End != ContestEnd.Held,
                EndWith.Stopped => contest.End == ContestEnd.Held,
                EndWith.Tap => contest.Finished,
                _ => true,
            };
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapPartners(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("partners");
        api.MapGet("", async ([AsParameters] PageQuery page, Snapshots snapshots, CancellationToken stop) =>
            TypedResults.Ok(page.Of((await snapshots.Now(stop)).Partners, p => new PartnerRead(p), usual: 200))
        );

        api.MapGet("/{id}", Results<Ok<Partner>, ProblemHttpResult> (string id, HttpResponse response, Partners partners) =>
        {
            if (partners.Get(id) is not { } stored)
                return Problems.NotThere("partner");
            Versions.Tag(response, stored.Version);
            return TypedResults.Ok(stored.Value);
        });

        api.MapRecord(Kind);

        api.MapGet(
            "/{id}/sheet",
            async Task<Results<Figures<SheetAnswer>, ProblemHttpResult>> (
                string id,
                Snapshots snapshots,
                Judgements judgements,
                TimeProvider clock,
                CancellationToken stop
            ) =>
            {
                var log = await snapshots.Now(stop);
                if (log.Partners.FirstOrDefault(p => p.Partner.Id == id) is not { } row)
                    return Problems.NotThere("partner");
                var judged = await judgements.Of(log, JudgementAsked.Usual(log), stop);
                return Figures.Of(
                    new SheetAnswer(
                        new PartnerRead(row),
                        Sheet(judged, row.Partner),
                        Asks(judged, log, row.Partner, clock.Today()),
                        Cautious(log, row.Partner)
                    )
                );
            }
        );

        api.MapGet(
            "/{id}/contests",
            async Task<Ok<Paged<ContestAnswer>>> (
                string id,
                [AsParameters] PartnerContests asked,
                [AsParameters] PageQuery page,
                Snapshots snapshots,
                Judgements judgements,
                CancellationToken stop
            ) =>
            {
                var log = await snapshots.Now(stop);
                var judged = await judgements.Of(log, JudgementAsked.Usual(log), stop);
                return TypedResults.Ok(
                    Contests.Of(judged).Page([.. log.Readings.With(id).SelectMany(r => r.Contests).Where(asked.Takes)], page)
                );
            }
        );

        app.MapGet(
                "/api/people",
                async ([AsParameters] PageQuery page, Snapshots snapshots, Judgements judgements, CancellationToken stop) =>
                {
                    var log = await snapshots.Now(stop);
                    var judged = await judgements.Of(log, JudgementAsked.Usual(log), stop);
                    var outcomes = Outcomes(judged);
                    return Figures.Of(page.Of(log.Partners, p => Outcome(p, outcomes), usual: 200));
                }
            )
            .WithTags("partners");
    }

    /// <summary>The sheet of a partner, worked out once for a judgement.</summary>
    public static PartnerSheet Sheet(Judged judged, Partner partner) =>
        judged.Once(("sheet", partner.Id), () =>
            PartnerSheet.Of(partner, judged.Log.Readings, judged.Judgement, [.. judged.Log.Partners.Select(p => p.Partner)])
        );

    /// <summary>How it goes with everybody, worked out once for a judgement.</summary>
    private static Dictionary<string, PartnerOutcome> Outcomes(Judged judged) =>
        judged.Once("outcomes", () =>
            judged
                .Log.Partners.Select(p => p.Partner.Id)
                .AsParallel()
                .Select(id => (Id: id, Outcome: PartnerOutcome.Of(judged.Log.Readings.With(id), judged.Judgement)))
                .ToDictionary(p => p.Id, p => p.Outcome)
        );

    private static OutcomeWith Outcome(PartnerRow row, Dictionary<string, PartnerOutcome> outcomes)
    {
        // Somebody who came after the judgement has no rolls in it.
        var with = outcomes.GetValueOrDefault(row.Partner.Id)
            ?? new PartnerOutcome
            {
                Won = 0,
                Lost = 0,
                TapsByMe = 0,
                TapsByThem = 0,
            };
        return new OutcomeWith(new PartnerRead(row), with.Enough, with.Rate, with.Standing, with.TapsByMe, with.TapsByThem);
    }

    /// <summary>
    /// The focuses of running blocks that they bring: their attack for one that is plugged, the meeting place for one that is sharpened.
    /// </summary>
    private static IReadOnlyList<AskFor> Asks(Judged judged, LogSnapshot log, Partner partner, DateOnly today) =>
        [
            .. log
                .Blocks.Where(b => b.Value.RunsOn(today))
                .SelectMany(b => b.Value.Focuses.Select(f => (Block: b.Value, Focus: f)))
                .Select(x => new AskFor(
                    x.Block.Id,
                    x.Focus,
                    judged
                        .Log.Readings.With(partner.Id)
                        .SelectMany(r => r.Contests)
                        .Count(c =>
                            c.Spot == x.Focus.Spot
                            && (x.Focus.Purpose == Purpose.Sharpen || x.Focus.Technique is null || c.Technique == x.Focus.Technique)
                        )
                ))
                .Where(a => a.Times > 0),
        ];

    private static IReadOnlyList<Caution> Cautious(LogSnapshot log, Partner partner) =>
        partner.WeightKg is { } theirs && log.Athlete?.Value.WeightKg is { } own && theirs.Value > PartnerChoice.HeavyShare * own.Value
            ? Cautions.Of(Situation.Heavy)
            : [];
}
