using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Web.Guards;
using AshNotch.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace AshNotch.Web.Features;

/// <summary>What a judgement is asked under, from the address.</summary>
public sealed record JudgementQuery
{
    /// <summary>What a roll is worth; the owner's own when not said.</summary>
    [FromQuery(Name = "objective")]
    public QueryWord<Objective>? Objective { get; init; }

    /// <summary>With or without the jacket; both when not said.</summary>
    [FromQuery(Name = "attire")]
    public QueryWord<Attire>? Attire { get; init; }

    /// <summary>The first day.</summary>
    [FromQuery(Name = "from")]
    public QueryDay? From { get; init; }

    /// <summary>The last day.</summary>
    [FromQuery(Name = "to")]
    public QueryDay? To { get; init; }

    /// <summary>The log as it stood on a day; the earlier of this and the last day counts.</summary>
    [FromQuery(Name = "asOf")]
    public QueryDay? AsOf { get; init; }

    /// <summary>The belt to be judged against; the owner's own when not said.</summary>
    [FromQuery(Name = "peer")]
    public QueryWord<BeltColour>? Peer { get; init; }

    /// <summary>What is asked, with what the owner of a log takes for granted.</summary>
    internal JudgementAsked Of(Store.LogSnapshot log)
    {
        DateOnly? to = To?.Value,
            asOf = AsOf?.Value;
        return new JudgementAsked(
            Objective?.Value ?? JudgementAsked.Usual(log).Objective,
            Attire?.Value,
            From?.Value,
            to < asOf ? to : asOf ?? to,
            Peer?.Value
        );
    }

    /// <summary>The same question at another address, for what is asked next.</summary>
    internal string At(string path, params IEnumerable<(string Name, string? Value)> more)
    {
        var all = new (string Name, string? Value)[]
        {
            ("objective", Word.Of(Objective?.Value)),
            ("attire", Word.Of(Attire?.Value)),
            ("from", Day(From)),
            ("to", Day(To)),
            ("asOf", Day(AsOf)),
            ("peer", Word.Of(Peer?.Value)),
        };
        var query = string.Join(
            '&',
            more.Concat(all).Where(p => p.Value is not null).Select(p => $"{p.Name}={Uri.EscapeDataString(p.Value!)}")
        );
        return query.Length > 0 ? $"{path}?{query}" : path;
    }

    private static string? Day(QueryDay? day) => day?.Value is { } value ? $"{value:yyyy-MM-dd}" : null;
}

/// <summary>A contest with the day and the partner it belongs to, and how far it moved what the roll was worth.</summary>
public sealed record ContestAnswer(
    MomentPlace Place,
    DateOnly Date,
    string? PartnerName,
    ContestEnd End,
    Actor Actor,
    string? Technique,
    Side? Side,
    Spot? Next,
    bool Finished,
    IReadOnlyList<string> Reasons,
    bool Sure,
    double? Change,
    bool Drill
);

/// <summary>Contests as they are told to people.</summary>
internal sealed class Contests(Judged judged)
{
    private readonly Dictionary<string, string> names = judged.Log.Partners.ToDictionary(p => p.Partner.Id, p => p.Partner.Name);
    private readonly Dictionary<(string, string), RollReading> byRoll = judged.Log.Readings.ToDictionary(r => (r.Session, r.Roll));

    /// <summary>Those of a judged log; made once for it.</summary>
    public static Contests Of(Judged judged) => judged.Once(typeof(Contests), () => new Contests(judged));

    /// <summary>A partner's name; null when it is not known.</summary>
    public string? NameOf(string? partner) => partner is null ? null : names.GetValueOrDefault(partner);

    /// <summary>One contest.</summary>
    public ContestAnswer Told(Contest contest)
    {
        var reading = byRoll[(contest.Place.Session, contest.Place.Roll)];
        return new ContestAnswer(
            contest.Place,
            reading.Date,
            NameOf(reading.Against.Partner),
            contest.End,
            contest.Actor,
            contest.Technique,
            contest.Side,
            contest.Next,
            contest.Finished,
            contest.Reasons,
            contest.Sure,
            judged.Judgement.Change(contest),
            reading.Against.Drill
        );
    }

    /// <summary>A page of them, latest first.</summary>
    /// <param name="contests">All of them, oldest first.</param>
    /// <param name="page">Which page.</param>
    public Paged<ContestAnswer> Page(IReadOnlyList<Contest> contests, PageQuery page) => page.Of([.. contests.Reverse()], Told, usual: 20);
}
