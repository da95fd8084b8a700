using System.Text.RegularExpressions;
using AshNotch.Core.Log;
using AshNotch.Core.Telling;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Intake;

/// <summary>An entry of a diary as the reader understood it.</summary>
/// <param name="Session">The session; its rolls carry the words that they were read from.</param>
/// <param name="Moments">How many moments were read.</param>
/// <param name="Unread">Words that look as if they meant something and were not understood, in the entry's text.</param>
public sealed record DiaryReading(Session Session, int Moments, IReadOnlyList<Span> Unread);

/// <summary>Makes a session of an evening that was told in one go: its rounds, with whom, and what happened in them.</summary>
public static partial class DiaryReader
{
    /// <summary>Reads an evening.</summary>
    /// <param name="text">What was told of it.</param>
    /// <param name="date">Its day.</param>
    /// <param name="nth">Which entry of that day it is, from 0.</param>
    /// <param name="usual">With or without the jacket where the words do not say.</param>
    /// <param name="reader">The reader of accounts.</param>
    /// <param name="people">The partners; takes those that are new.</param>
    public static DiaryReading Read(string text, DateOnly date, int nth, Attire usual, AccountReader reader, IntakePeople people)
    {
        var cut = text.Length > LogRules.LongestText ? text[..LogRules.LongestText] : text;
        var told = reader.Read(cut, attire: null);
        var attire = told.Rolls.Select(r => r.Attire).FirstOrDefault(a => a is not null) ?? usual;
        var without = IntakeWords.Shipped.NoRounds.Any(w => cut.Contains(w, StringComparison.OrdinalIgnoreCase));
        var rolls = new List<Roll>();
        var noted = new List<string>();
        for (var n = 0; n < told.Rolls.Count; n++)
        {
            var says = told.Rolls[n];
            var words = cut.Substring(says.Source.Start, says.Source.Length).Trim();
            List<Exchange> exchanges =
            [
                .. told
                    .Exchanges.Where(e => e.Roll == n && (e.Moments.Count > 0 || e.End is not null))
                    .Select(e => new Exchange
                    {
                        Start = e.Start,
                        Moments = [.. e.Moments.Select(m => m.Moment)],
                        End = e.End,
                    }),
            ];
            // "Two rounds with Kirsi": the second is with her too.
            var name = says.Partner ?? people.KnownIn(words) ?? (n > 0 && Several().IsMatch(cut) ? told.Rolls[0].Partner : null);
            if (without || (exchanges.Count == 0 && name is null))
            {
                noted.Add(words);
                continue;
            }

            var partner = people.Named(name, says.Belt, null, says.Weight);
            rolls.Add(
                new Roll
                {
                    Id = $"r{rolls.Count + 1}",
                    Order = rolls.Count + 1,
                    Kind = RollKind.Roll,
                    PartnerId = partner?.Id,
                    PartnerBelt = says.Belt ?? partner?.Belt,
                    PartnerStripes = says.Belt is null ? partner?.Stripes : null,
                    PartnerWeightKg = says.Weight ?? partner?.WeightKg,
                    Minutes = says.Minutes,
                    Told = words.Length > 0 ? words : null,
                    Exchanges = [.. exchanges.Take(LogRules.MostExchanges)],
                }
            );
        }

        List<string> takeaways =
        [
            .. told.Takeaways.Select(t => cut.Substring(t.Start, t.Length).Trim()).Where(t => t.Length > 0).Take(LogRules.MostEntries),
        ];
        if (takeaways.Count > 0 && rolls.Count > 0)
            rolls[^1] = rolls[^1] with { Takeaways = takeaways };
        var notes = rolls.Count == 0 ? cut.Trim() : string.Join('\n', noted.Where(n => n.Length > 0));
        var session = new Session
        {
            Id = IntakePeople.Id("diary", $"{date:yyyy-MM-dd}", $"{nth}", cut),
            Date = date,
            Kind = KindOf(cut),
            Attire = attire,
            Notes = notes.Length > 0 ? notes : null,
            Rolls = [.. rolls.Take(LogRules.MostRolls)],
        };
        return new DiaryReading(session, session.Rolls.Sum(r => r.Exchanges.Sum(e => e.Moments.Count)), told.Unread);
    }

    [GeneratedRegex(
        @"\b(?:two|three|four|five|\d)\s+(?:rounds?|rolls?|goes)?\s*with\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Several();

    /// <summary>What kind of visit the words name; an ordinary class when they name none.</summary>
    private static SessionKind KindOf(string text)
    {
        foreach (var (kind, words) in IntakeWords.Shipped.Kinds)
            if (words.Any(w => text.Contains(w, StringComparison.OrdinalIgnoreCase)) && Word.TryRead<SessionKind>(kind, out var known))
                return known;
        return SessionKind.Class;
    }
}
