using System.Text;
using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>
/// What must hold of anything written into the log. Each rule answers with a <see cref="Fault"/> that names the place;
/// nothing is thrown, so that all faults can be shown at once.
/// </summary>
public static class LogRules
{
    /// <summary>The longest free text, in characters.</summary>
    public const int LongestText = 100_000;

    /// <summary>The longest name, id or short remark, in characters.</summary>
    public const int LongestName = 200;

    /// <summary>The most rolls of a session.</summary>
    public const int MostRolls = 200;

    /// <summary>The most exchanges of a roll.</summary>
    public const int MostExchanges = 200;

    /// <summary>The most moments of an exchange.</summary>
    public const int MostMoments = 500;

    /// <summary>The most short entries of one list: traits, reasons, takeaways, techniques taught.</summary>
    public const int MostEntries = 100;

    /// <summary>Faults of the owner's profile.</summary>
    public static IEnumerable<Fault> Check(Athlete athlete, string at = "") =>
        Name(athlete.Name, at + "/name").Concat(StripesFit(athlete.Belt, athlete.Stripes, at + "/stripes"));

    /// <summary>Faults of a rating of the owner's.</summary>
    public static IEnumerable<Fault> Check(SelfRating rating, DayBounds days, string at = "")
    {
        foreach (var fault in days.Check(rating.Date, at + "/date"))
            yield return fault;
        if (GameParts.All.All(p => p.Id != rating.Part))
            yield return new Fault(
                at + "/part",
                $"No part of the game has the id '{rating.Part}'; there are {string.Join(", ", GameParts.All.Select(p => p.Id))}."
            );
        foreach (var fault in Range(rating.Score, 0, 10, at + "/score", "A rating"))
            yield return fault;
    }

    /// <summary>Faults of a partner.</summary>
    public static IEnumerable<Fault> Check(Partner partner, string at = "") =>
        Id(partner.Id, at + "/id")
            .Concat(Name(partner.Name, at + "/name"))
            .Concat(StripesFit(partner.Belt, partner.Stripes, at + "/stripes"))
            .Concat(Names(partner.Traits, at + "/traits", "a trait"))
            .Concat(Text(partner.Notes, at + "/notes"));

    /// <summary>Faults of a session and of all rolls in it. Whether its partners exist is for the caller to see.</summary>
    public static IEnumerable<Fault> Check(Session session, GroundMap ground, DayBounds days, string at = "")
    {
        var own = Id(session.Id, at + "/id")
            .Concat(AtMost(session.Rolls.Count, MostRolls, at + "/rolls", "rolls", "a session"))
            .Concat(AtMost(session.Taught?.Count, MostEntries, at + "/taught", "techniques taught", "a session"))
            .Concat(Range(session.Minutes, 0, 1440, at + "/minutes", "Minutes on the mat"))
            .Concat(Range(session.Effort, 0, 10, at + "/effort", "Effort"))
            .Concat(Text(session.Aim, at + "/aim"))
            .Concat(Text(session.Notes, at + "/notes"))
            .Concat(
                (session.Taught ?? []).SelectMany(
                    (id, i) => ground.Technique(id) is null ? [UnknownTechnique(id, $"{at}/taught/{i}")] : Enumerable.Empty<Fault>()
                )
            )
            .Concat(Unique(session.Rolls.Select(r => r.Id), at + "/rolls", "roll"));
        if (session.Event is { } matches)
            own = own.Concat(MatchRules.Check(matches, at + "/event"));
        return own.Concat(days.Check(session.Date, at + "/date"))
            .Concat(session.Rolls.SelectMany((roll, i) => Check(roll, ground, $"{at}/rolls/{i}")));
    }

    /// <summary>Faults of a roll and all its moments.</summary>
    public static IEnumerable<Fault> Check(Roll roll, GroundMap ground, string at = "")
    {
        var own = Id(roll.Id, at + "/id")
            .Concat(AtMost(roll.Exchanges.Count, MostExchanges, at + "/exchanges", "exchanges", "a roll"))
            .Concat(AtMost(roll.Takeaways?.Count, MostEntries, at + "/takeaways", "takeaways", "a roll"))
            .Concat(roll.PartnerId is { } partner ? Id(partner, at + "/partnerId") : [])
            .Concat(Range(roll.Order, 0, 1000, at + "/order", "The order of a roll"))
            .Concat(Range(roll.Minutes, 0, 240, at + "/minutes", "Minutes of a roll"))
            .Concat(StripesFit(roll.PartnerBelt, roll.PartnerStripes, at + "/partnerStripes"))
            .Concat(Text(roll.Told, at + "/told"))
            .Concat(Text(roll.Notes, at + "/notes"));
        if (roll.Video is { } video)
            own = own.Concat(video.Check(at + "/video"));
        if (roll.Ruleset?.Length > LongestName)
            own = own.Append(new Fault(at + "/ruleset", $"The name of a rule set has at most {LongestName} characters."));
        own = own.Concat(MatchRules.Check(roll, at));
        if (roll.Goes is { } goes)
            own = own.Concat(BlockRules.Check(goes, ground, at + "/goes"));
        own = own.Concat(AtMost(roll.Corrections?.Count, Correction.MostOfRoll, at + "/corrections", "corrections", "a roll"));
        if (roll.Corrections is { } corrections)
            own = own.Concat(corrections.SelectMany((c, i) => c.Check($"{at}/corrections/{i}", ground)));
        if (roll.Takeaways is { } takeaways)
            own = own.Concat(takeaways.SelectMany((t, i) => Text(t, $"{at}/takeaways/{i}")));
        return own.Concat(roll.Exchanges.SelectMany((exchange, i) => Check(exchange, ground, $"{at}/exchanges/{i}")));
    }

    /// <summary>Ids that stand twice in one list.</summary>
    public static IEnumerable<Fault> Unique(IEnumerable<string> ids, string at, string what)
    {
        var seen = new HashSet<string>();
        return ids.Select((id, i) => (id, i))
            .Where(x => !seen.Add(x.id))
            .ToList()
            .Select(x => new Fault($"{at}/{x.i}/id", $"The {what} id '{x.id}' stands twice; give each {what} an id of its own."));
    }

    private static IEnumerable<Fault> Check(Exchange exchange, GroundMap ground, string at)
    {
        var faults = SpotKnown(exchange.Start, ground, at + "/start")
            .Concat(AtMost(exchange.Moments.Count, MostMoments, at + "/moments", "moments", "an exchange"))
            .Concat(exchange.Moments.SelectMany((moment, i) => Check(moment, ground, $"{at}/moments/{i}")));
        return exchange.End is { } end ? faults.Concat(Check(end, ground, at + "/end")) : faults;
    }

    private static IEnumerable<Fault> Check(ExchangeEnd end, GroundMap ground, string at)
    {
        if (end.Kind == EndKind.Tap && end.By is null)
            yield return new Fault(at + "/by", "A tap belongs to somebody: say by whom it was got, me or them.");
        if (end.Kind != EndKind.Tap && end.By is not null)
            yield return new Fault(at + "/by", "Only a tap is got by somebody; leave 'by' out here, or make the end a tap.");
        if (end.Technique is { } id && ground.Technique(id) is null)
            yield return UnknownTechnique(id, at + "/technique");
        foreach (var fault in Range(end.Clock, 0, 86_400, at + "/clock", "The clock of an end, in seconds,"))
            yield return fault;
    }

    private static IEnumerable<Fault> Check(Moment moment, GroundMap ground, string at)
    {
        var faults = Range(moment.Clock, 0, 86_400, at + "/clock", "The clock of a moment, in seconds,")
            .Concat(Range(moment.Held?.Seconds, 0, 7200, at + "/held", "How long a position was kept, in seconds,"))
            .Concat(SpotKnown(moment.From, ground, at + "/from"))
            .Concat(SpotKnown(moment.To, ground, at + "/to"))
            .Concat(Names(moment.Reasons, at + "/reasons", "a reason"))
            .Concat(Text(moment.Note, at + "/note"))
            .Concat(Text(moment.Better, at + "/better"));
        return ground.Technique(moment.Technique) is null ? faults.Append(UnknownTechnique(moment.Technique, at + "/technique")) : faults;
    }

    /// <summary>The fault of a technique that the ground does not know.</summary>
    public static Fault UnknownTechnique(string id, string at) =>
        new(at, $"No technique has the id '{id}'; take one that the vocabulary lists, or add it as your own first.");

    /// <summary>The fault of a spot that the ground does not know.</summary>
    public static IEnumerable<Fault> SpotKnown(Spot? spot, GroundMap ground, string at)
    {
        if (spot is not { } s || ground.Has(s))
            yield break;
        yield return ground.Position(s.Position) is { } position
            ? new Fault(
                at + "/role",
                $"{position.Name} knows only these roles: {string.Join(", ", position.Roles.Select(r => Word.Of(r)))}."
            )
            : new Fault(
                at + "/position",
                $"No position has the id '{s.Position}'; take one that the vocabulary lists, or add it as your own first."
            );
    }

    private static IEnumerable<Fault> StripesFit(BeltColour? belt, int? stripes, string at)
    {
        if (stripes is not { } n)
            yield break;
        if (belt is not { } colour)
            yield return new Fault(at, "Stripes need a belt to sit on; say which belt.");
        else if (n < 0 || n > Belt.MostStripes(colour))
            yield return new Fault(at, $"A {Word.Of(colour)} belt carries 0 to {Belt.MostStripes(colour)} stripes, not {n}.");
    }

    /// <summary>More entries than are kept.</summary>
    public static IEnumerable<Fault> AtMost(int? count, int most, string at, string what, string whose)
    {
        if (count > most)
            yield return new Fault(
                at,
                $"{char.ToUpperInvariant(whose[0])}{whose[1..]} has at most {most} {what}; there are {count} here. Split it up."
            );
    }

    internal static IEnumerable<Fault> Range(double? value, double least, double most, string at, string what)
    {
        if (value is { } v && !(v >= least && v <= most))
            yield return new Fault(at, FormattableString.Invariant($"{what} must lie between {least} and {most}, and {v} does not."));
    }

    internal static IEnumerable<Fault> Name(string name, string at)
    {
        if (string.IsNullOrWhiteSpace(name))
            yield return new Fault(at, "A name is needed here; it may not be empty.");
        else if (name.Length > LongestName)
            yield return new Fault(at, $"A name has at most {LongestName} characters; this one has {name.Length}.");
    }

    /// <summary>
    /// The fault of an id, whatever it is the id of and wherever it stands, in a body or in an address. Two dots would lead to
    /// another address than the one meant.
    /// </summary>
    public static IEnumerable<Fault> Id(string id, string at)
    {
        if (
            string.IsNullOrWhiteSpace(id)
            || id.Length > LongestName
            || id is "." or ".."
            || id.Any(c => char.IsControl(c) || c is '/' or '\\' or '?' or '#')
            || HasHalves(id)
        )
            yield return new Fault(
                at,
                $"An id is 1 to {LongestName} characters long, is not . or .., and holds no slash, question mark, hash or control "
                    + "character."
            );
    }

    private static bool HasHalves(string text)
    {
        for (var at = 0; at < text.Length; at += char.IsSurrogate(text[at]) ? 2 : 1)
            if (char.IsSurrogate(text[at]) && !Rune.TryGetRuneAt(text, at, out _))
                return true;
        return false;
    }

    private static IEnumerable<Fault> Names(IReadOnlyList<string>? texts, string at, string what)
    {
        foreach (var fault in AtMost(texts?.Count, MostEntries, at, "entries", "this list"))
            yield return fault;
        for (var i = 0; i < (texts?.Count ?? 0); i++)
            if (string.IsNullOrWhiteSpace(texts![i]) || texts[i].Length > LongestName)
                yield return new Fault($"{at}/{i}", $"Write {what} as 1 to {LongestName} characters, or leave it out.");
    }

    internal static IEnumerable<Fault> Text(string? text, string at)
    {
        if (text?.Length > LongestText)
            yield return new Fault(at, $"This text has {text.Length} characters; {LongestText} is the most that is kept.");
    }
}
