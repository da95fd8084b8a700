using System.Text.Json;
using AshNotch.Store;
using AshNotch.Store.Copies;
using AshNotch.Web.Guards;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>Safety copies: which there are, making one, putting one back.</summary>
public static class BackupFeature
{
    private const string FileType = "application/vnd.sqlite3";

    /// <summary>The safety copies, latest first.</summary>
    /// <param name="Items">Those of this page.</param>
    /// <param name="Total">How many there are.</param>
    /// <param name="Page">Which page, from 1.</param>
    /// <param name="Size">How many to a page.</param>
    /// <param name="Folder">Where they are.</param>
    /// <param name="Second">The second folder; left out when none is named.</param>
    /// <param name="Warning">What is to be said of them; left out when all is well.</param>
    public sealed record BackupsAnswer(
        IReadOnlyList<Backup> Items,
        int Total,
        int Page,
        int Size,
        string Folder,
        SecondFolder? Second,
        string? Warning
    );

    /// <summary>Which copy to put back.</summary>
    /// <param name="Name">Its file's name.</param>
    public sealed record RestoreAsked(string Name);

    /// <summary>Maps its addresses.</summary>
    public static void MapBackups(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/backups", ([AsParameters] PageQuery page, Backups backups) =>
            {
                var part = page.Of(backups.All(), b => b, usual: 60);
                return TypedResults.Ok(
                    new BackupsAnswer(part.Items, part.Total, part.Page, part.Size, backups.Folder, backups.Second(), backups.Warning())
                );
            })
            .WithTags("data");

        app.MapPost("/api/backup", async Task<FileStreamHttpResult> (Backups backups) =>
            {
                var (made, file) = await Task.Run(backups.MakeToSend);
                return TypedResults.File(file, FileType, made.Name);
            })
            .WithTags("data");

        app.MapPost("/api/rescue", async (Backups backups) => TypedResults.Ok(await Task.Run(backups.SaveWhatCanBeRead))).WithTags("data");

        app.MapPost(
                "/api/restore",
                async Task<Results<Ok<Restored>, ProblemHttpResult>> (
                    HttpRequest request,
                    [FromQuery(Name = "preview")] bool? preview,
                    Backups backups,
                    Restores restores,
                    CancellationToken stop
                ) =>
                {
                    var upload = Path.Combine(Path.GetTempPath(), "ash-notch-upload-" + Guid.NewGuid().ToString("N"));
                    try
                    {
                        var file = request.HasJsonContentType() ? await Named(request, backups, stop) : await Sent(request, upload, stop);
                        return file is null
                            ? Problems.NotThere("safety copy of that name")
                            : TypedResults.Ok(await Task.Run(() => restores.From(file, take: preview is not true), CancellationToken.None));
                    }
                    catch (JsonException)
                    {
                        return Problems.Of(
                            StatusCodes.Status400BadRequest,
                            "Not understood.",
                            "Name the copy as {\"name\": \"log-….db\"}, or send the file itself."
                        );
                    }
                    catch (StoreException refused) when (refused.Fault is StoreFault.Foreign or StoreFault.Newer or StoreFault.Damaged)
                    {
                        return Problems.Of(StatusCodes.Status422UnprocessableEntity, "This copy is not taken.", refused.Message);
                    }
                    finally
                    {
                        File.Delete(upload);
                    }
                }
            )
            .WithTags("data")
            .WithMetadata(new RequestSizeLimitAttribute(Server.LargestLogbook))
            .Accepts<RestoreAsked>("application/json", FileType);
    }

    private static async Task<string?> Named(HttpRequest request, Backups backups, CancellationToken stop) =>
        await request.ReadFromJsonAsync<RestoreAsked>(stop) is { Name: { } name } ? backups.PathOf(name) : null;

    private static async Task<string> Sent(HttpRequest request, string upload, CancellationToken stop)
    {
        var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        await using var file = new FileStream(upload, options);
        await request.Body.CopyToAsync(file, stop);
        return upload;
    }
}
