using AshNotch.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AshNotch.Web.Guards;

/// <summary>How a kind of record that is kept whole is written over HTTP.</summary>
/// <param name="Name">What it is called in sentences.</param>
/// <param name="Address">Its address.</param>
public sealed record RecordKind<T>(string Name, string Address)
    where T : class
{
    /// <summary>Reads a body; the text is the id to take when none is given.</summary>
    public required Func<HttpContext, string, Task<Body<T>>> Read { get; init; }

    /// <summary>A record's id.</summary>
    public required Func<T, string> Id { get; init; }

    /// <summary>The record under another id: that of the address it is sent to.</summary>
    public required Func<T, string, T> WithId { get; init; }

    /// <summary>Adds one.</summary>
    public required Func<IServiceProvider, T, Written> Add { get; init; }

    /// <summary>Replaces one.</summary>
    public required Func<IServiceProvider, T, Expected, Written> Put { get; init; }

    /// <summary>Moves one to the bin.</summary>
    public required Func<IServiceProvider, string, Expected?, DateTimeOffset, Written> Bin { get; init; }
}

/// <summary>Adding, changing and deleting records that are kept whole, each by the version that was read.</summary>
public static class Records
{
    /// <summary>Maps POST, and PUT and DELETE under an id.</summary>
    public static void MapRecord<T>(this RouteGroupBuilder api, RecordKind<T> kind)
        where T : class
    {
        api.MapPost("", async Task<Results<Created<Saved>, ProblemHttpResult>> (HttpContext context) =>
            {
                var body = await kind.Read(context, Guid.CreateVersion7().ToString());
                return body.Refusal is { } refusal
                    ? refusal
                    : Versions.Created(
                        context.Response,
                        kind.Add(context.RequestServices, body.Value!),
                        kind.Name,
                        kind.Id(body.Value!),
                        kind.Address
                    );
            })
            .Accepts<T>("application/json");

        api.MapPut("/{id}", async Task<Results<Ok<Saved>, ProblemHttpResult>> (string id, HttpContext context) =>
            {
                var body = await kind.Read(context, id);
                if (body.Refusal is { } refusal)
                    return refusal;
                return Versions.Of(context.Request) is { } expected
                    ? Versions.Saved(
                        context.Response,
                        kind.Put(context.RequestServices, kind.WithId(body.Value!, id), expected),
                        kind.Name,
                        id
                    )
                    : Problems.VersionNeeded();
            })
            .Accepts<T>("application/json");

        api.MapDelete("/{id}", (string id, HttpContext context, TimeProvider clock) =>
            Versions.Gone(kind.Bin(context.RequestServices, id, Versions.Of(context.Request), clock.GetUtcNow()), kind.Name)
        );
    }
}
