using AshNotch.Core.Ground;
using AshNotch.Core.Intake;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Text;
using AshNotch.Formats;
using AshNotch.Store;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>
/// Tables and diaries from elsewhere: first what they would bring, which writes nothing; then taking it, and taking it back.
/// </summary>
public static class IntakeFeature
{
    private const int Samples = 3;

    /// <summary>A column of somebody's table.</summary>
    /// <param name="Heading">Its heading.</param>
    /// <param name="Means">What it was taken for; left out for nothing of use.</param>
    /// <param name="Samples">Some of its cells.</param>
    public sealed record ColumnAnswer(string Heading, SheetColumn? Means, IReadOnlyList<string> Samples);

    /// <summary>What a table would bring.</summary>
    /// <param name="Delimiter">What parts its cells.</param>
    /// <param name="Encoding">The encoding that it was read in.</param>
    /// <param name="Rows">How many rows it has.</param>
    /// <param name="Columns">Its columns.</param>
    /// <param name="Order">Which number of 3/4 was taken for the day.</param>
    /// <param name="Open">Whether that is a guess that matters.</param>
    /// <param name="Sessions">The sessions, ready to be taken.</param>
    /// <param name="Partners">The partners that would be new.</param>
    /// <param name="Faults">What cannot be read, the first hundred.</param>
    /// <param name="FaultCount">How many faults there are.</param>
    /// <param name="Remarks">Sentences on what was assumed.</param>
    public sealed record TableAnswer(
        string Delimiter,
        string Encoding,
        int Rows,
        IReadOnlyList<ColumnAnswer> Columns,
        DayOrder Order,
        bool Open,
        IReadOnlyList<Session> Sessions,
        IReadOnlyList<Partner> Partners,
        IReadOnlyList<SheetFault> Faults,
        int FaultCount,
        IReadOnlyList<string> Remarks
    );

    /// <summary>An entry of a diary.</summary>
    /// <param name="Date">Its day; left out when it has none.</param>
    /// <param name="Nth">Which entry of that day it is, from 0.</param>
    /// <param name="Heading">The words that name the day, in the text.</param>
    /// <param name="Body">What is told of it, in the text.</param>
    /// <param name="Fault">Why it cannot be taken as it is.</param>
    public sealed record EntryAnswer(DateOnly? Date, int Nth, Span Heading, Span Body, string? Fault);

    /// <summary>A diary, cut into its days.</summary>
    /// <param name="Entries">The entries, in the order in which they stand.</param>
    /// <param name="Before">What stands before the first day and belongs to none.</param>
    /// <param name="Order">Which number of 3/4 was taken for the day.</param>
    /// <param name="Open">Whether that is a guess that matters.</param>
    /// <param name="NewestFirst">Whether the newest stands first.</param>
    public sealed record DiaryAnswer(IReadOnlyList<EntryAnswer> Entries, Span Before, DayOrder Order, bool Open, bool NewestFirst);

    /// <summary>What an evening was read as.</summary>
    /// <param name="Session">The session, ready to be taken.</param>
    /// <param name="Partners">The partners that would be new.</param>
    /// <param name="Moments">How many moments were read.</param>
    /// <param name="Unread">What was not understood, in the evening's text.</param>
    public sealed record EveningAnswer(Session Session, IReadOnlyList<Partner> Partners, int Moments, IReadOnlyList<Span> Unread);

    /// <summary>What was brought in lately, newest first.</summary>
    /// <param name="Items">Those of this page.</param>
    /// <param name="Total">How many there are.</param>
    /// <param name="Page">Which page, from 1.</param>
    /// <param name="Size">How many to a page.</param>
    public sealed record IntakesAnswer(IReadOnlyList<Intake> Items, int Total, int Page, int Size);

    /// <summary>How a table is to be read.</summary>
    public sealed class TableQuery
    {
        /// <summary>What each column holds, by the words of the columns, parted by commas; an empty one for nothing of use.</summary>
        [FromQuery(Name = "columns")]
        public string? Columns { get; init; }

        /// <summary>Which number of 3/4 is the day: <c>day-first</c> or <c>month-first</c>.</summary>
        [FromQuery(Name = "order")]
        public string? Order { get; init; }

        /// <summary>With or without the jacket where no column says.</summary>
        [FromQuery(Name = "attire")]
        public string? Attire { get; init; }

        /// <summary>Whether the notes are accounts to be read.</summary>
        [FromQuery(Name = "notes")]
        public string? Notes { get; init; }
    }

    /// <summary>Maps its addresses.</summary>
    public static void MapIntake(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/intake").WithTags("data");
        api.MapPost("/table", Table)
            .WithMetadata(new RequestSizeLimitAttribute(CsvTable.LargestFile))
            .Accepts<object>("text/csv", "text/plain", "application/octet-stream");
        api.MapPost(
                "/diary",
                async Task<Results<Ok<DiaryAnswer>, ProblemHttpResult>> (HttpRequest request, TimeProvider clock, CancellationToken stop) =>
                {
                    var body = await Bodies.Read(request, DiaryAsked.Read, CheckLength);
                    return body.Refusal is { } refusal
                        ? refusal
                        : TypedResults.Ok(
                            Answer(await Task.Run(() => Diary.Of(body.Value!.Text, body.Value.Order, clock.Today(), clock.Bounds()), stop))
                        );
                }
            )
            .WithMetadata(new RequestSizeLimitAttribute(Diary.LongestText * 4L))
            .Accepts<DiaryAsked>("application/json");
        api.MapPost("/diary/day", Evening).Accepts<DiaryDayAsked>("application/json");
        api.MapPost("", Take).WithMetadata(new RequestSizeLimitAttribute(Server.LargestLogbook)).Accepts<IntakeAsked>("application/json");
        api.MapDelete("/{id}", Results<Ok<Intake>, ProblemHttpResult> (string id, Intakes intakes, TimeProvider clock) =>
            intakes.Undo(id, clock.GetUtcNow()) is { } undone
                ? TypedResults.Ok(undone)
                : Problems.NotThere("import with this id that could be taken back")
        );
        app.MapGet("/api/intakes", ([AsParameters] PageQuery page, Intakes intakes) =>
            {
                var part = page.Of(intakes.All(), i => i, usual: 20);
                return TypedResults.Ok(new IntakesAnswer(part.Items, part.Total, part.Page, part.Size));
            })
            .WithTags("data");
    }

    private static async Task<Results<Ok<TableAnswer>, ProblemHttpResult>> Table(
        HttpRequest request,
        [AsParameters] TableQuery query,
        Snapshots snapshots,
        Partners partners,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        if (Asked(query, out var fault) is not { } asked)
            return Problems.Of([fault!], StatusCodes.Status400BadRequest);
        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, stop);
        var read = CsvTable.Read(file.GetBuffer().AsSpan(0, (int)file.Length));
        if (read.Table is not { } table)
            return Problems.Of([new Fault("", read.Fault!)]);
        if (asked.Columns?.Count != table.Head.Count && asked.Columns is not null)
            return Problems.Of([new Fault("", $"The table has {table.Head.Count} columns, and {asked.Columns.Count} were named.")]);
        var log = await snapshots.Now(stop);
        IReadOnlyList<Partner> known = [.. partners.All().Select(p => p.Partner)];
        var found = await Task.Run(
            () => SheetReader.Read(table, asked, log.Reader, log.Ground, known, clock.Today(), clock.Bounds()),
            stop
        );
        return TypedResults.Ok(
            new TableAnswer(
                read.Delimiter == '\t' ? "tab" : read.Delimiter.ToString(),
                read.Encoding,
                table.Rows.Count,
                [
                    .. table.Head.Select(
                        (heading, i) =>
                            new ColumnAnswer(
                                heading,
                                found.Columns[i],
                                [.. table.Rows.Select(r => r.At(i)).Where(c => c.Length > 0).Distinct().Take(Samples)]
                            )
                    ),
                ],
                found.Order,
                found.Open,
                found.Sessions,
                found.Partners,
                found.Faults,
                found.FaultCount,
                found.Remarks
            )
        );
    }

    private static SheetAsked? Asked(TableQuery query, out Fault? fault)
    {
        fault = null;
        var columns = new List<SheetColumn?>();
        foreach (var word in query.Columns?.Split(',') ?? [])
            if (word.Length == 0)
                columns.Add(null);
            else if (Word.TryRead<SheetColumn>(word, out var column))
                columns.Add(column);
            else
                fault = new Fault(
                    "/columns",
                    $"'{word}' is no column that is known; there are {string.Join(", ", Word.All<SheetColumn>())}."
                );
        DayOrder? order = null;
        if (query.Order is { Length: > 0 } said)
        {
            if (Word.TryRead<DayOrder>(said, out var known))
                order = known;
            else
                fault = new Fault("/order", "The order is day-first or month-first.");
        }

        var attire = Attire.Gi;
        if (query.Attire is { Length: > 0 } worn && !Word.TryRead(worn, out attire))
            fault = new Fault("/attire", "The attire is gi or no-gi.");
        return fault is null ? new SheetAsked(query.Columns is null ? null : columns, order, attire, query.Notes == "told") : null;
    }

    private static async Task<Results<Ok<EveningAnswer>, ProblemHttpResult>> Evening(
        HttpRequest request,
        Snapshots snapshots,
        Partners partners,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var body = await Bodies.Read(request, DiaryDayAsked.Read, asked => clock.Bounds().Check(asked.Date, "/date"));
        if (body.Refusal is { } refusal)
            return refusal;
        var asked = body.Value!;
        var log = await snapshots.Now(stop);
        var people = new IntakePeople([.. partners.All().Select(p => p.Partner)]);
        var read = await Task.Run(
            () => DiaryReader.Read(asked.Text, asked.Date, asked.Nth, asked.Attire ?? Attire.Gi, log.Teller, people),
            stop
        );
        return TypedResults.Ok(new EveningAnswer(read.Session, people.Added, read.Moments, read.Unread));
    }

    private static async Task<Results<Ok<Intake>, ProblemHttpResult>> Take(
        HttpRequest request,
        Snapshots snapshots,
        Partners partners,
        Intakes intakes,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var log = await snapshots.Now(stop);
        var known = partners.All().Select(p => p.Partner.Id).ToHashSet();
        var body = await Bodies.Read(request, IntakeAsked.Read, asked => Check(asked, log.Ground, known, clock.Bounds()));
        if (body.Refusal is { } refusal)
            return refusal;
        var asked = body.Value!;
        return TypedResults.Ok(
            await Task.Run(() => intakes.Take(asked.Says, asked.Partners, asked.Sessions, clock.GetUtcNow(), stop), stop)
        );
    }

    private static IEnumerable<Fault> Check(IntakeAsked asked, GroundMap ground, HashSet<string> known, DayBounds bounds)
    {
        if (asked.Says.Length > LogRules.LongestName)
            yield return new Fault("/says", $"What it is has at most {LogRules.LongestName} characters.");
        foreach (var fault in asked.Partners.SelectMany((p, i) => LogRules.Check(p, $"/partners/{i}")))
            yield return fault;
        foreach (var fault in LogRules.Unique(asked.Partners.Select(p => p.Id), "/partners", "partner"))
            yield return fault;
        foreach (var fault in LogRules.Unique(asked.Sessions.Select(s => s.Id), "/sessions", "session"))
            yield return fault;
        var people = known.Concat(asked.Partners.Select(p => p.Id)).ToHashSet();
        foreach (var (session, i) in asked.Sessions.Select((s, i) => (s, i)))
        {
            foreach (var fault in LogRules.Check(session, ground, bounds, $"/sessions/{i}"))
                yield return fault;
            foreach (var (roll, j) in session.Rolls.Select((r, j) => (r, j)))
                if (roll.PartnerId is { } partner && !people.Contains(partner))
                    yield return new Fault($"/sessions/{i}/rolls/{j}/partnerId", $"There is no partner with the id '{partner}'.");
        }
    }

    private static IEnumerable<Fault> CheckLength(DiaryAsked asked)
    {
        if (asked.Text.Length > Diary.LongestText)
            yield return new Fault(
                "/text",
                $"A diary of more than {Diary.LongestText / 1_000_000} million characters is too long to read at once. Bring it in by "
                    + "years."
            );
    }

    private static DiaryAnswer Answer(Diary diary)
    {
        var seen = new Dictionary<DateOnly, int>();
        int Nth(DateOnly? date)
        {
            if (date is not { } day)
                return 0;
            var nth = seen.GetValueOrDefault(day);
            seen[day] = nth + 1;
            return nth;
        }

        return new DiaryAnswer(
            [.. diary.Entries.Select(e => new EntryAnswer(e.Date, Nth(e.Date), e.Heading, e.Body, e.Fault))],
            diary.Before,
            diary.Order,
            diary.Open,
            diary.NewestFirst
        );
    }
}
