using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;

namespace AshNotch.Web.Features;

/// <summary>Positions, techniques, reasons and aliases, and the owner's additions to them.</summary>
public static class VocabularyFeature
{
    /// <summary>All words; <paramref name="Own"/> lists the ids that the owner added.</summary>
    public sealed record VocabularyAnswer(
        IReadOnlyList<Position> Positions, IReadOnlyList<Technique> Techniques, IReadOnlyList<Reason> Reasons, IReadOnlyList<Alias> Aliases, IReadOnlyList<string> Own,
        IReadOnlyList<Caution> Cautions);

    public static void MapVocabulary(this WebApplication app)
    {
        var api = app.MapGroup("/api/vocabulary").WithTags("vocabulary");
        api.MapGet("", (OwnGround ground) => Results.Json(
            new VocabularyAnswer(
                ground.Map.Positions,
                ground.Map.Techniques,
                Reason.Offered,
                ground.Words.Aliases,
                [.. ground.Words.Positions.Select(p => p.Id), .. ground.Words.Techniques.Select(t => t.Id)],
                Cautions.All),
            LogJson.Options)).Produces<VocabularyAnswer>();

        api.MapPost("", async (HttpRequest request, Vocabulary vocabulary) =>
        {
            var body = await Bodies.Read(request, (json, faults) => LogReader.Vocabulary(json, "", faults), w => LogRules.Check(Joined(vocabulary.Get(), w), GroundMap.Default));
            if (body.Refusal is { } refusal)
                return refusal;
            vocabulary.Add(body.Value!);
            return Results.NoContent();
        }).Accepts<PersonalWords>("application/json").Produces(204);

        api.MapDelete("/aliases", (HttpRequest request, Vocabulary vocabulary) =>
        {
            var asked = new Asked(request);
            return vocabulary.RemoveAlias(new Alias(asked.Text("says") ?? "", asked.Text("means") ?? ""))
                ? Results.NoContent()
                : Problems.NotThere("alias of these words");
        }).Asks("says", "means").Produces(204);
    }

    /// <summary>What stands and what is new, as one, the new taking the place of what has the same id.</summary>
    private static PersonalWords Joined(PersonalWords stands, PersonalWords added) => new()
    {
        Positions = [.. stands.Positions.Where(s => added.Positions.All(a => a.Id != s.Id)), .. added.Positions],
        Techniques = [.. stands.Techniques.Where(s => added.Techniques.All(a => a.Id != s.Id)), .. added.Techniques],
        Aliases = added.Aliases,
    };
}
