using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Sessions, and the rolls under them.</summary>
public static class SessionFeature
{
    public static void MapSessions(this WebApplication app)
    {
        var api = app.MapGroup("/api/sessions").WithTags("sessions");
        api.MapGet("", (HttpRequest request, Sessions sessions) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page();
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var found = sessions.List(skip, take);
            return Results.Json(new Paged<SessionRead>([.. found.Items.Select(s => new SessionRead(s))], found.Total, page, take), LogJson.Options);
        }).Asks("page", "size").Produces<Paged<SessionRead>>();

        api.MapPost("", async (HttpRequest request, HttpResponse response, Sessions sessions, OwnGround ground, Partners partners) =>
        {
            var body = await Read(request, Guid.CreateVersion7().ToString(), ground, partners);
            return body.Refusal ?? Added(response, sessions, body.Value!);
        }).Accepts<Session>("application/json").Produces<Saved>(201);

        api.MapGet("/{id}", (string id, HttpResponse response, Sessions sessions) =>
        {
            if (sessions.Get(id) is not { } stored)
                return Problems.NotThere("session");
            Versions.Tag(response, stored.Version);
            return Results.Json(new SessionRead(stored), LogJson.Options);
        }).Produces<SessionRead>();

        api.MapPut("/{id}", async (
            string id, HttpRequest request, HttpResponse response, Sessions sessions, OwnGround ground, Partners partners, TimeProvider clock) =>
        {
            var body = await Read(request, id, ground, partners);
            if (body.Refusal is { } refusal)
                return refusal;
            var session = body.Value! with { Id = id };
            if (Versions.OnlyNew(request))
                return Added(response, sessions, session, exists: Problems.Stale);
            if (!Versions.Named(request))
                return Problems.VersionNeeded();
            var written = sessions.Put(session, body.HasRolls, Versions.Expected(request) ?? -1, clock.GetUtcNow());
            return Versions.Answer(response, written, "session", () => Results.Json(new Saved(id, written.Version), LogJson.Options));
        }).Accepts<Session>("application/json").Produces<Saved>();

        api.MapDelete("/{id}", (string id, HttpRequest request, HttpResponse response, Sessions sessions, TimeProvider clock) =>
            Versions.Answer(response, sessions.Bin(id, Wanted(request), clock.GetUtcNow()), "session", Results.NoContent)).Produces(204);

        MapRollsUnder(api.MapGroup("/{id}/rolls"));
    }

    private static void MapRollsUnder(RouteGroupBuilder api)
    {
        api.MapGet("", (string id, HttpRequest request, Sessions sessions) =>
        {
            var asked = new Asked(request);
            var (skip, take, page) = asked.Page();
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            return sessions.Get(id) is { } stored
                ? Results.Json(new Paged<Roll>([.. stored.Value.Rolls.Skip(skip).Take(take)], stored.Value.Rolls.Count, page, take), LogJson.Options)
                : Problems.NotThere("session");
        }).Asks("page", "size").Produces<Paged<Roll>>();

        api.MapPost("", async (string id, HttpRequest request, HttpResponse response, Sessions sessions, OwnGround ground, Partners partners) =>
        {
            var body = await ReadRoll(request, Guid.CreateVersion7().ToString(), ground, partners);
            if (body.Refusal is { } refusal)
                return refusal;
            var written = sessions.AddRoll(id, body.Value!);
            var what = written.Outcome == WriteOutcome.Missing ? "session" : "roll";
            return Versions.Answer(response, written, what, () => Results.Json(new Saved(body.Value!.Id, written.Version), LogJson.Options, statusCode: 201));
        }).Accepts<Roll>("application/json").Produces<Saved>(201);

        api.MapGet("/{roll}", (string id, string roll, HttpResponse response, Sessions sessions) =>
        {
            if (sessions.GetRoll(id, roll) is not { } stored)
                return Problems.NotThere("roll");
            Versions.Tag(response, stored.Version);
            return Results.Json(new RollRead(stored), LogJson.Options);
        }).Produces<RollRead>();

        api.MapPut("/{roll}", async (string id, string roll, HttpRequest request, HttpResponse response, Sessions sessions, OwnGround ground, Partners partners) =>
        {
            var body = await ReadRoll(request, roll, ground, partners);
            if (body.Refusal is { } refusal)
                return refusal;
            if (!Versions.Named(request))
                return Problems.VersionNeeded();
            var written = sessions.PutRoll(id, body.Value! with { Id = roll }, Versions.Expected(request) ?? -1);
            return Versions.Answer(response, written, "roll", () => Results.Json(new Saved(roll, written.Version), LogJson.Options));
        }).Accepts<Roll>("application/json").Produces<Saved>();

        api.MapDelete("/{roll}", (string id, string roll, HttpRequest request, HttpResponse response, Sessions sessions, TimeProvider clock) =>
            Versions.Answer(response, sessions.BinRoll(id, roll, Wanted(request), clock.GetUtcNow()), "roll", Results.NoContent)).Produces(204);
    }

    private static IResult Added(HttpResponse response, Sessions sessions, Session session, Func<IResult>? exists = null)
    {
        var written = sessions.Add(session);
        if (written.Outcome == WriteOutcome.Exists && exists is not null)
            return exists();
        response.Headers.Location = $"/api/sessions/{Uri.EscapeDataString(session.Id)}";
        return Versions.Answer(response, written, "session", () => Results.Json(new Saved(session.Id, written.Version), LogJson.Options, statusCode: 201));
    }

    private static long? Wanted(HttpRequest request) => Versions.Named(request) ? Versions.Expected(request) ?? -1 : null;

    private static Task<Body<Session>> Read(HttpRequest request, string newId, OwnGround ground, Partners partners) => Bodies.Read(
        request,
        (json, faults) => LogReader.Session(json, "", faults, newId),
        s => LogRules.Check(s, ground.Map).Concat(LogbookFile.UnknownPartners(s, partners.Ids())));

    private static Task<Body<Roll>> ReadRoll(HttpRequest request, string newId, OwnGround ground, Partners partners) => Bodies.Read(
        request,
        (json, faults) => LogReader.Roll(json, "", faults, newId),
        r => LogRules.Check(r, ground.Map).Concat(UnknownPartner(r, partners)));

    private static IEnumerable<Fault> UnknownPartner(Roll roll, Partners partners)
    {
        if (roll.PartnerId is { } id && !partners.Ids().Contains(id))
            yield return new Fault("/partnerId", $"No partner has the id '{id}'; add the partner first.");
    }
}
