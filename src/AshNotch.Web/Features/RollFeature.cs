using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Rolls across sessions, and what usually comes next.</summary>
public static class RollFeature
{
    /// <summary>The likeliest next moments from one spot.</summary>
    public sealed record NextFrom(Spot Spot, IReadOnlyList<NextMoment> Moments);

    /// <summary>The likeliest next moments from every spot.</summary>
    public sealed record NextAnswer(IReadOnlyList<NextFrom> Spots);

    public static void MapRolls(this WebApplication app)
    {
        app.MapGet("/api/rolls", (HttpRequest request, Rolls rolls) =>
        {
            var asked = new Asked(request);
            var filter = new RollFilter
            {
                Partner = asked.Text("partner"),
                Belt = asked.OneOf<BeltColour>("belt"),
                Attire = asked.OneOf<Attire>("attire"),
                Position = asked.Text("position"),
                Role = asked.OneOf<Role>("role"),
                Technique = asked.Text("technique"),
                Reason = asked.Text("reason"),
                From = asked.Date("from"),
                To = asked.Date("to"),
                Words = asked.Text("q"),
            };
            var (skip, take, page) = asked.Page();
            if (asked.Faults.Count > 0)
                return Problems.Of(asked.Faults, 400);
            var found = rolls.List(filter, skip, take);
            return Results.Json(new Paged<RollRow>(found.Items, found.Total, page, take), LogJson.Options);
        }).WithTags("rolls").Asks("partner", "belt", "attire", "position", "role", "technique", "reason", "from", "to", "q", "page", "size").Produces<Paged<RollRow>>();

        app.MapGet("/api/next-moments", (Rolls rolls, OwnGround ground) =>
        {
            var next = NextMoments.Of(ground.Map, rolls.History());
            return Results.Json(new NextAnswer([.. ground.Map.Spots.Select(s => new NextFrom(s, next[s]))]), LogJson.Options);
        }).WithTags("rolls").Produces<NextAnswer>();
    }
}
