using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;

namespace AshNotch.Core.Intake;

/// <summary>
/// Makes sessions of a table of anybody's: a row is a round, the rounds of a day with (or without) the jacket are a session. What
/// cannot be read is said row by row; only a row without a day is left out whole.
/// </summary>
public sealed class SheetReader
{
    /// <summary>The most rows that are read: some ten years of rounds.</summary>
    public const int MostRows = 20_000;

    /// <summary>
    /// The heaviest that people weigh by half in kilograms; a column whose middle lies above is in pounds. Common practice, no source.
    /// </summary>
    private const double PoundsAbove = 125;

    private readonly SheetTable table;
    private readonly SheetAsked asked;
    private readonly AccountReader reader;
    private readonly GroundMap ground;
    private readonly IntakePeople people;
    private readonly IReadOnlyList<SheetColumn?> columns;
    private readonly List<SheetFault> faults = [];
    private readonly Dictionary<string, string?> submissions = new(StringComparer.OrdinalIgnoreCase);
    private readonly bool pounds;
    private readonly bool headedNoGi;
    private int faultCount;

    private SheetReader(SheetTable table, SheetAsked asked, AccountReader reader, GroundMap ground, IReadOnlyList<Partner> partners)
    {
        (this.table, this.asked, this.reader, this.ground) = (table, asked, reader, ground);
        people = new IntakePeople(partners);
        columns = asked.Columns ?? SheetColumns.Guess(table);
        pounds = InPounds();
        headedNoGi = Place(SheetColumn.Attire) is >= 0 and var at && SheetColumns.Plain(table.Head[at]) is "nogi" or "no gi";
    }

    /// <summary>Reads a table.</summary>
    /// <param name="table">The table.</param>
    /// <param name="asked">How.</param>
    /// <param name="reader">Reads names of techniques, and notes that are told accounts.</param>
    /// <param name="ground">The ground.</param>
    /// <param name="partners">The partners of the log.</param>
    /// <param name="today">Today.</param>
    /// <param name="bounds">The days that a log takes.</param>
    public static SheetReading Read(
        SheetTable table,
        SheetAsked asked,
        AccountReader reader,
        GroundMap ground,
        IReadOnlyList<Partner> partners,
        DateOnly today,
        DayBounds bounds
    ) => new SheetReader(table, asked, reader, ground, partners).Read(today, bounds);

    private SheetReading Read(DateOnly today, DayBounds bounds)
    {
        var remarks = new List<string>();
        var rows = table.Rows.Take(MostRows).ToList();
        if (table.Rows.Count > MostRows)
            remarks.Add($"Only the first {MostRows} rows are read. Bring the rest in as a file of its own.");
        var days = DaysOf(rows, remarks, out var settled);
        if (pounds)
            remarks.Add("The weights were taken for pounds.");
        var sessions = new SortedDictionary<(DateOnly, Attire), List<Roll>>();
        var seen = new Dictionary<string, int>();
        foreach (var (row, i) in rows.Select((r, i) => (r, i)))
        {
            if (days[i] is not { } day)
            {
                if (Place(SheetColumn.Date) >= 0)
                    Fault(
                        row,
                        SheetColumn.Date,
                        $"{Quoted(row.At(Place(SheetColumn.Date)))} is no day, so this row is left out.",
                        left: true
                    );
                continue;
            }

            if (day > today || !bounds.Holds(day))
            {
                Fault(
                    row,
                    SheetColumn.Date,
                    $"{day:yyyy-MM-dd} is no day that one can have trained on, so this row is left out.",
                    left: true
                );
                continue;
            }

            var attire = Cell(row, SheetColumn.Attire, c => SheetCells.Attire(c, headedNoGi), "says neither gi nor no-gi", null)
                ?? asked.Usual;
            var session = sessions.TryGetValue((day, attire), out var there) ? there : sessions[(day, attire)] = [];
            if (session.Count >= LogRules.MostRolls)
            {
                Fault(row, null, $"A session has at most {LogRules.MostRolls} rounds, so this row is left out.", left: true);
                continue;
            }

            // The same row twice on a day is two rounds; the same file twice is the same rounds.
            var key = $"{day:yyyy-MM-dd}\u001f{string.Join('\u001f', row.Cells.Select(c => c.Trim()))}";
            var nth = seen[key] = seen.GetValueOrDefault(key) + 1;
            session.Add(RollOf(row, IntakePeople.Id("row", key, $"{nth}"), session.Count + 1, attire));
        }

        return new SheetReading
        {
            Columns = columns,
            Order = settled.Order,
            Open = settled.Open,
            Sessions =
            [
                .. sessions.Select(s => new Session
                {
                    Id = IntakePeople.Id("sheet", $"{s.Key.Item1:yyyy-MM-dd}", Word.Of(s.Key.Item2)),
                    Date = s.Key.Item1,
                    Kind = SessionKind.Class,
                    Attire = s.Key.Item2,
                    Rolls = s.Value,
                }),
            ],
            Partners = people.Added,
            Faults = faults,
            FaultCount = faultCount,
            Remarks = remarks,
        };
    }

    /// <summary>The day of each row; an empty cell is the day of the row above, as people write who name a day once.</summary>
    private DateOnly?[] DaysOf(List<SheetRow> rows, List<string> remarks, out SettledDays settled)
    {
        var place = Place(SheetColumn.Date);
        var written = rows.Select(r => WrittenDay.Whole(r.At(place))).ToList();
        settled = SettledDays.Of([.. written.OfType<WrittenDay>()], asked.Order, DateOnly.MaxValue);
        var dates = new Queue<DateOnly?>(settled.Dates);
        var days = new DateOnly?[rows.Count];
        var (last, inherited) = ((DateOnly?)null, 0);
        for (var i = 0; i < rows.Count; i++)
        {
            if (written[i] is not null)
                days[i] = last = dates.Dequeue();
            else if (rows[i].At(place).Length == 0 && last is not null && place >= 0)
            {
                days[i] = last;
                inherited++;
            }
        }

        if (place < 0)
            remarks.Add("No column was found that holds the day. Say which one does.");
        if (inherited > 0)
            remarks.Add(
                inherited == 1
                    ? "A row without a day was given that of the row above."
                    : $"{inherited} rows without a day were given that of the row above."
            );
        return days;
    }

    private Roll RollOf(SheetRow row, string id, int order, Attire attire)
    {
        var said = Cell<(BeltColour Colour, int? Stripes)?>(
            row,
            SheetColumn.Belt,
            c => SheetCells.Belt(c),
            "is none of the adult belts with its stripes",
            null
        );
        var weight = Cell(row, SheetColumn.Weight, c => SheetCells.Weight(c, pounds), "is no weight", null);
        var name = Text(row, SheetColumn.Partner);
        var partner = people.Named(name, said?.Colour, said?.Stripes, weight);
        var notes = new List<string>();
        if (partner is null && name.Length > 0 && !SheetCells.IsNothing(name))
        {
            Fault(row, SheetColumn.Partner, $"More than one partner is called {Quoted(name)}: the name is kept in the notes.");
            notes.Add(name);
        }

        var words = Text(row, SheetColumn.Notes);
        if (words.Length > LogRules.LongestText)
            words = words[..LogRules.LongestText];
        var exchanges = Exchanges(row, notes);
        if (asked.ReadNotes && words.Length > 0 && exchanges.All(e => e.Moments.Count == 0))
        {
            var told = reader.Read(words, attire);
            if (told.Exchanges.Any(e => e.Moments.Count > 0))
                exchanges =
                [
                    .. told.Exchanges.Select(e => new Exchange
                    {
                        Start = e.Start,
                        Moments = [.. e.Moments.Select(m => m.Moment)],
                        End = e.End,
                    }),
                ];
        }

        if (!asked.ReadNotes && words.Length > 0)
            notes.Add(words);
        return new Roll
        {
            Id = id,
            Order = order,
            Kind = RollKind.Roll,
            PartnerId = partner?.Id,
            PartnerBelt = said?.Colour ?? partner?.Belt,
            PartnerStripes = said is { } one ? one.Stripes : partner?.Stripes,
            PartnerWeightKg = weight ?? partner?.WeightKg,
            Minutes = Cell(row, SheetColumn.Minutes, c => SheetCells.Minutes(c), "is no length of a round", (double?)null),
            Told = asked.ReadNotes && words.Length > 0 ? words : null,
            Notes = notes.Count > 0 ? string.Join('\n', notes) : null,
            Exchanges = [.. exchanges.Take(LogRules.MostExchanges)],
        };
    }

    /// <summary>The taps of a round, those that are named first; a result fills in what they leave unsaid.</summary>
    private List<Exchange> Exchanges(SheetRow row, List<string> notes)
    {
        var exchanges = new List<Exchange>();
        Tapped(row, SheetColumn.SubmissionFor, Actor.Me, exchanges, notes);
        Tapped(row, SheetColumn.SubmissionAgainst, Actor.Them, exchanges, notes);
        if (Text(row, SheetColumn.Result) is { Length: > 0 } result)
        {
            if (SheetCells.Result(result) is { } taps)
            {
                var by = SheetCells.ResultBy(result) is { } what ? Submission(what) : null;
                Add(Actor.Me, taps.For);
                Add(Actor.Them, taps.Against);

                void Add(Actor who, int count)
                {
                    for (var i = exchanges.Count(e => e.End!.By == who); i < count; i++)
                        exchanges.Add(Tap(who, by));
                }
            }
            else if (!SheetCells.IsNothing(result))
            {
                Fault(row, SheetColumn.Result, $"{Quoted(result)} is no result that is known here: it is kept in the notes.");
                notes.Add(result);
            }
        }

        if (StartOf(row, notes) is { } start)
        {
            if (exchanges.Count == 0)
                exchanges.Add(new Exchange { Start = start });
            else
                exchanges[0] = exchanges[0] with { Start = start };
        }

        return exchanges;
    }

    private void Tapped(SheetRow row, SheetColumn column, Actor who, List<Exchange> exchanges, List<string> notes)
    {
        foreach (var (name, count) in SheetCells.Submissions(Text(row, column)))
        {
            var technique = name is null ? null : Submission(name);
            if (name is not null && technique is null)
            {
                Fault(
                    row,
                    column,
                    $"{Quoted(name)} is no submission that is known here: the tap counts, and the word is kept in the notes."
                );
                notes.Add(name);
            }

            for (var i = 0; i < count; i++)
                exchanges.Add(Tap(who, technique));
        }
    }

    private static Exchange Tap(Actor who, string? technique) =>
        new()
        {
            Moments = technique is null
                ? []
                :
                [
                    new Moment
                    {
                        Actor = who,
                        Technique = technique,
                        Outcome = Outcome.Done,
                    },
                ],
            End = new ExchangeEnd
            {
                Kind = EndKind.Tap,
                By = who,
                Technique = technique,
            },
        };

    private Spot? StartOf(SheetRow row, List<string> notes)
    {
        var cell = Text(row, SheetColumn.Position);
        if (SheetCells.IsNothing(cell))
            return null;
        var position = reader.Named(cell).Select(ground.Position).FirstOrDefault(p => p is not null) ?? ByName(cell);
        var role = position?.Roles is [var only] ? only : SheetCells.RoleIn(cell);
        if (position is not null && role is { } known && ground.Has(new Spot(position.Id, known)))
            return new Spot(position.Id, known);
        Fault(
            row,
            SheetColumn.Position,
            position is null
                ? $"{Quoted(cell)} is no position that is known here: it is kept in the notes."
                : $"{Quoted(cell)} does not say who was on top: it is kept in the notes. Write top or bottom behind it."
        );
        notes.Add(cell);
        return null;
    }

    /// <summary>The position with the longest name that stands in a cell.</summary>
    private Position? ByName(string cell)
    {
        var words = $" {SheetColumns.Plain(cell)} ";
        return ground
            .Positions.Where(p => words.Contains($" {SheetColumns.Plain(p.Name)} ", StringComparison.Ordinal))
            .MaxBy(p => p.Name.Length);
    }

    private string? Submission(string name)
    {
        if (submissions.TryGetValue(name, out var known))
            return known;
        return submissions[name] = reader.Named(name).FirstOrDefault(id => ground.Technique(id)?.Kind == TechniqueKind.Submission);
    }

    private bool InPounds()
    {
        var place = Place(SheetColumn.Weight);
        if (place < 0)
            return false;
        var head = SheetColumns.Plain(table.Head[place]).Split(' ');
        if (head.Any(w => w is "lb" or "lbs" or "pounds"))
            return true;
        var bare = table
            .Rows.Take(MostRows)
            .Select(r => SheetCells.Weight(r.At(place), false))
            .OfType<Kilograms>()
            .Select(k => k.Value)
            .Order()
            .ToList();
        return !head.Any(w => w is "kg" or "kilos") && bare.Count > 0 && bare[bare.Count / 2] > PoundsAbove;
    }

    private int Place(SheetColumn column)
    {
        for (var i = 0; i < columns.Count; i++)
            if (columns[i] == column)
                return i;
        return -1;
    }

    private string Text(SheetRow row, SheetColumn column) => row.At(Place(column));

    /// <summary>A cell by its reader; one that says something which cannot be read is told and left out.</summary>
    private T Cell<T>(SheetRow row, SheetColumn column, Func<string, T> read, string fault, T otherwise)
    {
        var text = Text(row, column);
        if (text.Length == 0 || (column != SheetColumn.Attire && SheetCells.IsNothing(text)))
            return otherwise;
        if (read(text) is { } value)
            return value;
        Fault(row, column, $"{Quoted(text)} {fault}: the cell is left out.");
        return otherwise;
    }

    private void Fault(SheetRow row, SheetColumn? column, string sentence, bool left = false)
    {
        if (faultCount++ < FaultList.Most)
            faults.Add(new SheetFault(row.Number, column, sentence, left));
    }

    private static string Quoted(string cell) => $"“{(cell.Length > 60 ? cell[..60] + "…" : cell)}”";
}
