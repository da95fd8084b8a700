using AshNotch.Core.Log;
using AshNotch.Store;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Guards;

/// <summary>Answers that say in sentences what is wrong (RFC 9457).</summary>
public static class Problems
{
    /// <summary>For a body larger than <see cref="Server.LargestBody"/>.</summary>
    public static ProblemHttpResult TooLarge =>
        Of(
            StatusCodes.Status413PayloadTooLarge,
            "Too large.",
            $"More than {Server.LargestBody / 1024} KiB in one go is not taken here; a whole logbook goes to the import."
        );

    /// <summary>For a body larger than an endpoint's own limit.</summary>
    public static ProblemHttpResult LargerThan(long bytes) =>
        Of(
            StatusCodes.Status413PayloadTooLarge,
            "Too large.",
            $"More than {bytes / 1024 / 1024} MiB in one go is not taken here. Bring it in as several files."
        );

    /// <summary>A problem of its own.</summary>
    public static ProblemHttpResult Of(int status, string title, string detail) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = status,
                Title = title,
                Detail = detail,
            }
        );

    /// <summary>Faults, each under its JSON pointer.</summary>
    public static ProblemHttpResult Of(IReadOnlyCollection<Fault> faults, int status = StatusCodes.Status422UnprocessableEntity) =>
        TypedResults.Problem(
            new HttpValidationProblemDetails(
                faults.GroupBy(f => f.Pointer).ToDictionary(g => g.Key, g => g.Select(f => f.Sentence).ToArray())
            )
            {
                Status = status,
                Title = "This cannot be kept as it is.",
                Detail = faults.First().Sentence,
            }
        );

    /// <summary>404.</summary>
    public static ProblemHttpResult NotThere(string what) =>
        Of(
            StatusCodes.Status404NotFound,
            "Not there.",
            $"There is no {what} here; it may have been deleted. Look in the bin, or go back to the list."
        );

    /// <summary>412.</summary>
    public static ProblemHttpResult Stale() =>
        Of(
            StatusCodes.Status412PreconditionFailed,
            "Changed elsewhere.",
            "This was changed somewhere else in the meantime. Read it again, put your change on top and save once more; nothing of "
                + "yours was written."
        );

    /// <summary>409.</summary>
    public static ProblemHttpResult Exists(string what) =>
        Of(
            StatusCodes.Status409Conflict,
            "Already there.",
            $"A {what} of this id exists already, perhaps in the bin. Use another id, or change the one that is there."
        );

    /// <summary>428.</summary>
    public static ProblemHttpResult VersionNeeded() =>
        Of(
            StatusCodes.Status428PreconditionRequired,
            "Which version?",
            "Send the ETag you read as If-Match, so that nobody's change is overwritten; or If-None-Match: * to make a new one."
        );

    /// <summary>What the store cannot do, for reasons outside the program: 507 when there is no room, else 503.</summary>
    public static ProblemHttpResult Of(StoreException fault) =>
        Of(
            fault.Fault == StoreFault.Full ? StatusCodes.Status507InsufficientStorage : StatusCodes.Status503ServiceUnavailable,
            "The log cannot be used just now.",
            fault.Message
        );

    /// <summary>A status without a body, as a sentence.</summary>
    public static Task ForBareStatus(StatusCodeContext context)
    {
        var status = context.HttpContext.Response.StatusCode;
        var detail = status switch
        {
            404 => "There is nothing at this address.",
            405 => "This address does not take that method.",
            415 => "Send JSON, with the content type application/json.",
            _ => "This request could not be served.",
        };
        return Of(status, "Not served.", detail).ExecuteAsync(context.HttpContext);
    }
}

/// <summary>Exceptions that reach the top, as sentences.</summary>
internal sealed class Failures(ILogger<Failures> log) : IExceptionHandler
{
    private const int CalledOff = 499;

    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken stop)
    {
        var answer = exception switch
        {
            StoreException fault => Problems.Of(fault),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => Problems.TooLarge,
            BadHttpRequestException bad => Problems.Of(
                bad.StatusCode,
                "Not understood.",
                "The request could not be read. Check its address and its parameters."
            ),
            OperationCanceledException => Problems.Of(CalledOff, "Stopped.", "The request was called off; nothing of it was kept."),
            _ => Problems.Of(
                StatusCodes.Status500InternalServerError,
                "That is our fault.",
                "Something went wrong inside Ash Notch. What you had entered before is safe; try again, and keep your words until it works."
            ),
        };
        if (exception is StoreException outside)
            log.LogWarning("{Method} {Path}: {Says}", context.Request.Method, context.Request.Path, outside.Message);
        else if (exception is not (BadHttpRequestException or OperationCanceledException))
            log.LogError(exception, "Unexpected failure at {Method} {Path}", context.Request.Method, context.Request.Path);
        await answer.ExecuteAsync(context);
        return true;
    }
}
