using System.Diagnostics.CodeAnalysis;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Features;

/// <summary>Sessions, and the rolls under them.</summary>
public static class SessionFeature
{
    private const string Address = "/api/sessions";

    /// <summary>A session as it is read: the file's members and the version to send back with a change.</summary>
    public sealed record SessionRead : Session
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public SessionRead(Versioned<Session> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version.</summary>
        public long Version { get; init; }

        /// <summary>What decided each roll in a few words, by the roll's id; rolls of which nothing was told are left out.</summary>
        public IReadOnlyDictionary<string, string>? Decided { get; init; }
    }

    /// <summary>A roll as it is read.</summary>
    public sealed record RollRead : Roll
    {
        /// <param name="stored">What the store has.</param>
        [SetsRequiredMembers]
        public RollRead(Versioned<Roll> stored)
            : base(stored.Value) => Version = stored.Version;

        /// <summary>The version to send back with a change.</summary>
        public long Version { get; init; }
    }

    /// <summary>How many sessions with all that is in them are a page: together below 100 KB, as any answer.</summary>
    private const int Usual = 8;

    /// <summary>Maps its addresses.</summary>
    public static void MapSessions(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup(Address).WithTags("sessions");
        api.MapGet("", async ([AsParameters] PageQuery page, Sessions sessions, Snapshots snapshots, CancellationToken stop) =>
        {
            var (skip, take) = page.Range(Usual);
            var found = sessions.List(skip, take);
            var log = await Whole(snapshots, stop);
            return TypedResults.Ok(
                new Paged<SessionRead>(
                    [.. found.Items.Select(s => new SessionRead(s) { Decided = Decided(s.Value, log) })],
                    found.Total,
                    page.Page,
                    take
                )
                {
                    Unreadable = found.Unreadable is { Count: > 0 } some ? some : null,
                }
            );
        });

        api.MapPost(
                "",
                async Task<Results<Created<Saved>, ProblemHttpResult>> (
                    HttpRequest request,
                    HttpResponse response,
                    Sessions sessions,
                    Writing writing,
                    CancellationToken stop
                ) =>
                {
                    var body = await writing.Session(request, Guid.CreateVersion7().ToString(), stop);
                    return body.Refusal is { } refusal
                        ? refusal
                        : Versions.Created(response, sessions.Add(body.Value!), "session", body.Value!.Id, Address);
                }
            )
            .Accepts<Session>("application/json");

        api.MapGet(
            "/{id}",
            async Task<Results<Ok<SessionRead>, ProblemHttpResult>> (
                string id,
                HttpResponse response,
                Sessions sessions,
                Snapshots snapshots,
                CancellationToken stop
            ) =>
            {
                if (sessions.Get(id) is not { } stored)
                    return Problems.NotThere("session");
                Versions.Tag(response, stored.Version);
                return TypedResults.Ok(new SessionRead(stored) { Decided = Decided(stored.Value, await Whole(snapshots, stop)) });
            }
        );

        api.MapPut(
                "/{id}",
                async Task<Results<Ok<Saved>, Created<Saved>, ProblemHttpResult>> (
                    string id,
                    HttpRequest request,
                    HttpResponse response,
                    Sessions sessions,
                    Writing writing,
                    TimeProvider clock,
                    CancellationToken stop
                ) =>
                {
                    var body = await writing.Session(request, id, stop);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    var session = body.Value! with { Id = id };
                    if (Versions.Of(request) is not { } expected)
                        return Problems.VersionNeeded();
                    if (ReferenceEquals(expected, Expected.Nothing))
                    {
                        // A draft that goes up twice is a change of the same session, not a second one.
                        var added = sessions.Add(session);
                        return added.Outcome == WriteOutcome.Exists ? Problems.Stale()
                            : Versions.Created(response, added, "session", id, Address).Result is Created<Saved> created ? created
                            : Problems.Stale();
                    }

                    var written = sessions.Put(session, body.HasRolls, expected, clock.GetUtcNow());
                    return Versions.Saved(response, written, "session", id).Result is Ok<Saved> ok
                        ? ok
                        : Versions.Refusal(written, "session")!;
                }
            )
            .Accepts<Session>("application/json");

        api.MapDelete("/{id}", (string id, HttpRequest request, Sessions sessions, TimeProvider clock) =>
            Versions.Gone(sessions.Bin(id, Versions.Of(request), clock.GetUtcNow()), "session")
        );

        MapRollsUnder(api.MapGroup("/{id}/rolls"));
    }

    private static void MapRollsUnder(RouteGroupBuilder api)
    {
        api.MapGet("", Results<Ok<Paged<Roll>>, ProblemHttpResult> (string id, [AsParameters] PageQuery page, Sessions sessions) =>
            sessions.Get(id) is { } stored ? TypedResults.Ok(page.Of(stored.Value.Rolls, r => r)) : Problems.NotThere("session")
        );

        api.MapPost(
                "",
                async Task<Results<Created<Saved>, ProblemHttpResult>> (
                    string id,
                    HttpRequest request,
                    HttpResponse response,
                    Sessions sessions,
                    Writing writing,
                    CancellationToken stop
                ) =>
                {
                    var body = await writing.Roll(request, Guid.CreateVersion7().ToString(), stop);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    var written = sessions.AddRoll(id, body.Value!);
                    return Versions.Created(
                        response,
                        written,
                        written.Outcome == WriteOutcome.Missing ? "session" : "roll",
                        body.Value!.Id,
                        $"{Address}/{Uri.EscapeDataString(id)}/rolls"
                    );
                }
            )
            .Accepts<Roll>("application/json");

        api.MapGet("/{roll}", Results<Ok<RollRead>, ProblemHttpResult> (string id, string roll, HttpResponse response, Sessions sessions) =>
        {
            if (sessions.GetRoll(id, roll) is not { } stored)
                return Problems.NotThere("roll");
            Versions.Tag(response, stored.Version);
            return TypedResults.Ok(new RollRead(stored));
        });

        api.MapPut(
                "/{roll}",
                async Task<Results<Ok<Saved>, ProblemHttpResult>> (
                    string id,
                    string roll,
                    HttpRequest request,
                    HttpResponse response,
                    Sessions sessions,
                    Writing writing,
                    CancellationToken stop
                ) =>
                {
                    var body = await writing.Roll(request, roll, stop);
                    if (body.Refusal is { } refusal)
                        return refusal;
                    return Versions.Of(request) is { } expected
                        ? Versions.Saved(response, sessions.PutRoll(id, body.Value! with { Id = roll }, expected), "roll", roll)
                        : Problems.VersionNeeded();
                }
            )
            .Accepts<Roll>("application/json");

        api.MapDelete("/{roll}", (string id, string roll, HttpRequest request, Sessions sessions, TimeProvider clock) =>
            Versions.Gone(sessions.BinRoll(id, roll, Versions.Of(request), clock.GetUtcNow()), "roll")
        );
    }

    /// <summary>Reads sessions and rolls that are to be written, and checks them against the log as it is.</summary>
    public sealed class Writing(Snapshots snapshots, Partners partners, TimeProvider clock)
    {
        /// <summary>A session, with its rolls.</summary>
        public async Task<Body<Session>> Session(HttpRequest request, string newId, CancellationToken stop)
        {
            var ground = (await snapshots.Now(stop)).Ground;
            return await Bodies.Read(
                request,
                (json, faults) => LogReader.Session(json, "", faults, newId),
                s => LogRules.Check(s, ground, clock.Bounds()).Concat(LogbookFile.UnknownPartners(s, partners.Ids()))
            );
        }

        /// <summary>A roll.</summary>
        public async Task<Body<Roll>> Roll(HttpRequest request, string newId, CancellationToken stop)
        {
            var ground = (await snapshots.Now(stop)).Ground;
            return await Bodies.Read(
                request,
                (json, faults) => LogReader.Roll(json, "", faults, newId),
                r => LogRules.Check(r, ground).Concat(UnknownPartner(r))
            );
        }

        private IEnumerable<Fault> UnknownPartner(Roll roll)
        {
            if (roll.PartnerId is { } id && !partners.Ids().Contains(id))
                yield return new Fault("/partnerId", $"No partner has the id '{id}'; add the partner first.");
        }
    }

    // What was logged is shown even when another part of a damaged log cannot be read.
    private static async ValueTask<LogSnapshot?> Whole(Snapshots snapshots, CancellationToken stop)
    {
        try
        {
            return await snapshots.Now(stop);
        }
        catch (StoreException damaged) when (damaged.Fault is StoreFault.Damaged)
        {
            return null;
        }
    }

    private static Dictionary<string, string>? Decided(Session session, LogSnapshot? log) =>
        log is null
            ? null
            : session
                .Rolls.Select(roll => (roll.Id, Says: ScoreFeature.Decided(session, roll, log)))
                .Where(r => r.Says is not null)
                .ToDictionary(r => r.Id, r => r.Says!, StringComparer.Ordinal);
}
