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

    /// <summary>Faults of the owner's profile.</summary>
    public static IEnumerable<Fault> Check(Athlete athlete, string at = "") =>
        Name(athlete.Name, at + "/name")
            .Concat(StripesFit(athlete.Belt, athlete.Stripes, at + "/stripes"));

    /// <summary>Faults of a rating of the owner's.</summary>
    public static IEnumerable<Fault> Check(SelfRating rating, string at = "")
    {
        if (GameParts.All.All(p => p.Id != rating.Part))
            yield return new Fault(at + "/part", $"No part of the game has the id '{rating.Part}'; there are {string.Join(", ", GameParts.All.Select(p => p.Id))}.");
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
    public static IEnumerable<Fault> Check(Session session, GroundMap ground, string at = "")
    {
        var own = Id(session.Id, at + "/id")
            .Concat(Range(session.Minutes, 0, 1440, at + "/minutes", "Minutes on the mat"))
            .Concat(Range(session.Effort, 0, 10, at + "/effort", "Effort"))
            .Concat(Text(session.Aim, at + "/aim"))
            .Concat(Text(session.Notes, at + "/notes"))
            .Concat((session.Taught ?? []).SelectMany((id, i) => ground.Technique(id) is null ? [UnknownTechnique(id, $"{at}/taught/{i}")] : Enumerable.Empty<Fault>()))
            .Concat(Unique(session.Rolls.Select(r => r.Id), at + "/rolls", "roll"));
        return own.Concat(Year(session.Date, at + "/date")).Concat(session.Rolls.SelectMany((roll, i) => Check(roll, ground, $"{at}/rolls/{i}")));
    }

    /// <summary>Faults of a roll and all its moments.</summary>
    public static IEnumerable<Fault> Check(Roll roll, GroundMap ground, string at = "")
    {
        var own = Id(roll.Id, at + "/id")
            .Concat(Range(roll.Order, 0, 1000, at + "/order", "The order of a roll"))
            .Concat(Range(roll.Minutes, 0, 240, at + "/minutes", "Minutes of a roll"))
            .Concat(StripesFit(roll.PartnerBelt, roll.PartnerStripes, at + "/partnerStripes"))
            .Concat(Text(roll.Told, at + "/told"))
            .Concat(Text(roll.Notes, at + "/notes"));
        if (roll.Ruleset?.Length > LongestName)
            own = own.Append(new Fault(at + "/ruleset", $"The name of a rule set has at most {LongestName} characters."));
        if (roll.Goes is { } goes)
            own = own.Concat(BlockRules.Check(goes, ground, at + "/goes"));
        if (roll.Takeaways is { } takeaways)
            own = own.Concat(takeaways.SelectMany((t, i) => Text(t, $"{at}/takeaways/{i}")));
        return own.Concat(roll.Exchanges.SelectMany((exchange, i) => Check(exchange, ground, $"{at}/exchanges/{i}")));
    }

    /// <summary>Faults of what the owner added to the ground.</summary>
    public static IEnumerable<Fault> Check(PersonalWords words, GroundMap shipped, string at = "")
    {
        var positions = shipped.Positions.Concat(words.Positions).ToList();
        var techniques = shipped.Techniques.Concat(words.Techniques).ToList();
        var faults = GroundRules.Check(positions, techniques).Select(s => new Fault(at, s))
            .Concat(words.Positions.SelectMany((p, i) => Id(p.Id, $"{at}/positions/{i}/id").Concat(Name(p.Name, $"{at}/positions/{i}/name"))))
            .Concat(words.Techniques.SelectMany((t, i) => Id(t.Id, $"{at}/techniques/{i}/id").Concat(Name(t.Name, $"{at}/techniques/{i}/name"))));
        var known = positions.Select(p => p.Id).Concat(techniques.Select(t => t.Id)).ToHashSet();
        return faults.Concat(words.Aliases.SelectMany((alias, i) => AliasFaults(alias, known, $"{at}/aliases/{i}")));
    }

    private static IEnumerable<Fault> AliasFaults(Alias alias, HashSet<string> known, string at)
    {
        foreach (var fault in Name(alias.Says, at + "/says"))
            yield return fault;
        if (!known.Contains(alias.Means))
            yield return new Fault(at + "/means", $"'{alias.Means}' is neither a position nor a technique; give an id that the vocabulary lists.");
    }

    /// <summary>Ids that stand twice in one list.</summary>
    public static IEnumerable<Fault> Unique(IEnumerable<string> ids, string at, string what)
    {
        var seen = new HashSet<string>();
        return ids.Select((id, i) => (id, i)).Where(x => !seen.Add(x.id)).ToList()
            .Select(x => new Fault($"{at}/{x.i}/id", $"The {what} id '{x.id}' stands twice; give each {what} an id of its own."));
    }

    private static IEnumerable<Fault> Check(Exchange exchange, GroundMap ground, string at)
    {
        var faults = SpotKnown(exchange.Start, ground, at + "/start")
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
    }

    private static IEnumerable<Fault> Check(Moment moment, GroundMap ground, string at)
    {
        var faults = Range(moment.Clock, 0, 86_400, at + "/clock", "The clock of a moment, in seconds,")
            .Concat(SpotKnown(moment.From, ground, at + "/from"))
            .Concat(SpotKnown(moment.To, ground, at + "/to"))
            .Concat(Names(moment.Reasons, at + "/reasons", "a reason"))
            .Concat(Text(moment.Note, at + "/note"))
            .Concat(Text(moment.Better, at + "/better"));
        return ground.Technique(moment.Technique) is null
            ? faults.Append(UnknownTechnique(moment.Technique, at + "/technique"))
            : faults;
    }

    internal static Fault UnknownTechnique(string id, string at) =>
        new(at, $"No technique has the id '{id}'; take one that the vocabulary lists, or add it as your own first.");

    internal static IEnumerable<Fault> SpotKnown(Spot? spot, GroundMap ground, string at)
    {
        if (spot is not { } s || ground.Has(s))
            yield break;
        yield return ground.Position(s.Position) is { } position
            ? new Fault(at + "/role", $"{position.Name} knows only these roles: {string.Join(", ", position.Roles.Select(r => Word.Of(r)))}.")
            : new Fault(at + "/position", $"No position has the id '{s.Position}'; take one that the vocabulary lists, or add it as your own first.");
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

    internal static IEnumerable<Fault> Year(DateOnly date, string at)
    {
        if (date.Year is < 1950 or > 2200)
            yield return new Fault(at, $"The year {date.Year} is not one to have trained in; check the date.");
    }

    private static IEnumerable<Fault> Range(double? value, double least, double most, string at, string what)
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

    internal static IEnumerable<Fault> Id(string id, string at)
    {
        if (string.IsNullOrWhiteSpace(id) || id.Length > LongestName || id.Any(c => char.IsControl(c) || c is '/' or '\\' or '?' or '#'))
            yield return new Fault(at, $"An id is 1 to {LongestName} characters long and holds no slash, question mark, hash or control character.");
    }

    private static IEnumerable<Fault> Names(IReadOnlyList<string>? texts, string at, string what)
    {
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
