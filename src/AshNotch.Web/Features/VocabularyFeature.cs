using AshNotch.Core.Drilling;
using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Owner;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>Positions, techniques, reasons and aliases, and the owner's additions to them.</summary>
public static class VocabularyFeature
{
    /// <summary>All words; <paramref name="Own"/> lists the ids that the owner added.</summary>
    public sealed record VocabularyAnswer(
        IReadOnlyList<Position> Positions,
        IReadOnlyList<Technique> Techniques,
        IReadOnlyList<Reason> Reasons,
        IReadOnlyList<Alias> Aliases,
        IReadOnlyList<string> Own,
        IReadOnlyList<Caution> Cautions
    );

    /// <summary>
    /// What the reader has learned from its owner: from how many accounts that were set right, and the words that are worth keeping.
    /// </summary>
    public sealed record LearnedAnswer(int Accounts, IReadOnlyList<AliasProposal> Proposals);

    /// <summary>The ids of what was added.</summary>
    public sealed record AddedAnswer(IReadOnlyList<string> Ids);

    /// <summary>Maps its addresses.</summary>
    public static void MapVocabulary(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/vocabulary").WithTags("vocabulary");
        api.MapGet("", async (Snapshots snapshots, CancellationToken stop) =>
        {
            var log = await snapshots.Now(stop);
            return TypedResults.Ok(
                new VocabularyAnswer(
                    log.Ground.Positions,
                    log.Ground.Techniques,
                    Reason.Offered,
                    log.Words.Aliases,
                    [.. log.Words.Positions.Select(p => p.Id), .. log.Words.Techniques.Select(t => t.Id)],
                    Cautions.All
                )
            );
        });

        api.MapGet("/learned", async (Snapshots snapshots, CancellationToken stop) =>
        {
            var log = await snapshots.Now(stop);
            var corrections = log.Corrections;
            return TypedResults.Ok(new LearnedAnswer(corrections.Count, AliasProposals.Of(corrections, log.Words.Aliases, log.Reader)));
        });

        api.MapPost("", async Task<Results<Ok<AddedAnswer>, ProblemHttpResult>> (HttpRequest request, Vocabulary vocabulary) =>
            {
                var body = await Bodies.Read(request, (json, faults) => LogReader.Vocabulary(json, "", faults, newIds: true), _ => []);
                if (body.Refusal is { } refusal)
                    return refusal;
                var written = vocabulary.Add(body.Value!);
                return written.Faults.Count > 0 ? Problems.Of(written.Faults) : TypedResults.Ok(new AddedAnswer(written.Ids));
            })
            .Accepts<PersonalWords>("application/json");

        api.MapPut(
                "/positions/{id}",
                async Task<Results<NoContent, ProblemHttpResult>> (string id, HttpRequest request, Vocabulary vocabulary) =>
                {
                    var body = await Bodies.Read(request, (json, faults) => LogReader.Position(json, "", faults, id), _ => []);
                    return body.Refusal is { } refusal
                        ? refusal
                        : Answer(vocabulary.Put(body.Value! with { Id = id }), "position of your own");
                }
            )
            .Accepts<Position>("application/json");

        api.MapPut(
                "/techniques/{id}",
                async Task<Results<NoContent, ProblemHttpResult>> (string id, HttpRequest request, Vocabulary vocabulary) =>
                {
                    var body = await Bodies.Read(request, (json, faults) => LogReader.Technique(json, "", faults, id), _ => []);
                    return body.Refusal is { } refusal
                        ? refusal
                        : Answer(vocabulary.Put(body.Value! with { Id = id }), "technique of your own");
                }
            )
            .Accepts<Technique>("application/json");

        api.MapDelete("/{id}", (string id, Vocabulary vocabulary) =>
            Answer(vocabulary.Remove(id), "position or technique of your own", StatusCodes.Status409Conflict)
        );

        api.MapDelete("/aliases", Results<NoContent, ProblemHttpResult> (string? says, string? means, Vocabulary vocabulary) =>
            vocabulary.RemoveAlias(new Alias(says ?? "", means ?? ""))
                ? TypedResults.NoContent()
                : Problems.NotThere("alias of these words")
        );
    }

    private static Results<NoContent, ProblemHttpResult> Answer(
        WordsWritten? written,
        string what,
        int refused = StatusCodes.Status422UnprocessableEntity
    ) =>
        written is null ? Problems.NotThere(what)
        : written.Faults.Count > 0 ? Problems.Of(written.Faults, refused)
        : TypedResults.NoContent();
}
