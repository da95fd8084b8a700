using AshNotch.Core.Ground;

namespace AshNotch.Core.Log;

/// <summary>What must hold of blocks, goes and niggles; as in <see cref="LogRules"/> nothing is thrown.</summary>
public static class BlockRules
{
    private const int MostRungs = 12;
    private const int MostChanges = 100;
    private const int MostTries = 200;

    /// <summary>Faults of a block.</summary>
    public static IEnumerable<Fault> Check(Block block, GroundMap ground, DayBounds days, string at = "")
    {
        foreach (
            var fault in LogRules
                .Id(block.Id, at + "/id")
                .Concat(LogRules.Text(block.Notes, at + "/notes"))
                .Concat(days.Check(block.From, at + "/from"))
                .Concat(days.Check(block.EndedOn, at + "/endedOn"))
                .Concat(LogRules.AtMost(block.Earlier.Count, MostChanges, at + "/earlier", "changes of its days", "a block"))
                .Concat(block.Earlier.SelectMany((e, i) => days.Check(e.Until, $"{at}/earlier/{i}/until")))
        )
            yield return fault;
        if (block.Weeks is < 2 or > 6)
            yield return new Fault(at + "/weeks", $"A block lasts two to six weeks, not {block.Weeks}.");
        if (block.Focuses.Count is < 1 or > 2)
            yield return new Fault(at + "/focuses", "A block has one focus or two: more than that cannot be trained at once.");
        for (var i = 0; i < block.Earlier.Count; i++)
            if (block.Earlier[i].Weeks is < 2 or > 6)
                yield return new Fault($"{at}/earlier/{i}/weeks", $"A block lasts two to six weeks, not {block.Earlier[i].Weeks}.");
        foreach (
            var fault in Check(block.Days, at + "/days").Concat(block.Earlier.SelectMany((e, i) => Check(e.Days, $"{at}/earlier/{i}/days")))
        )
            yield return fault;
        if ((block.Ended is null) != (block.EndedOn is null))
            yield return new Fault(at + "/endedOn", "How a block was ended and on which day belong together: give both or neither.");
        foreach (
            var fault in LogRules
                .Unique(block.Focuses.Select(f => f.Id), at + "/focuses", "focus")
                .Concat(block.Focuses.SelectMany((f, i) => Check(f, ground, $"{at}/focuses/{i}")))
        )
            yield return fault;
    }

    /// <summary>Faults of a niggle.</summary>
    public static IEnumerable<Fault> Check(Niggle niggle, DayBounds days, string at = "")
    {
        foreach (
            var fault in LogRules
                .Id(niggle.Id, at + "/id")
                .Concat(LogRules.Text(niggle.Notes, at + "/notes"))
                .Concat(days.Check(niggle.From, at + "/from"))
                .Concat(days.Check(niggle.To, at + "/to"))
        )
            yield return fault;
        if (niggle.To < niggle.From)
            yield return new Fault(at + "/to", "A niggle cannot end before it began; check the two days.");
    }

    /// <summary>Faults of a roll's goes.</summary>
    public static IEnumerable<Fault> Check(Goes goes, GroundMap ground, string at)
    {
        foreach (
            var fault in LogRules
                .Id(goes.Block, at + "/block")
                .Concat(LogRules.Id(goes.Focus, at + "/focus"))
                .Concat(LogRules.SpotKnown(goes.Start, ground, at + "/start"))
        )
            yield return fault;
        if (goes.Rung is < -1 or > MostRungs)
            yield return new Fault(at + "/rung", $"A rung is counted from 0, -1 for a refresher; there is none of number {goes.Rung}.");
        if (goes.Tries.Count > MostTries)
            yield return new Fault(at + "/tries", $"More than {MostTries} goes with one partner are not taken for true; split them up.");
    }

    private static IEnumerable<Fault> Check(IReadOnlyList<DrillDay> days, string at)
    {
        if (days.Select(d => d.Day).Distinct().Count() < days.Count)
            yield return new Fault(at, "Each day of the week stands once in a block.");
        for (var i = 0; i < days.Count; i++)
            foreach (var (minutes, name) in new[] { (days[i].Before, "before"), (days[i].During, "during"), (days[i].After, "after") })
                if (minutes is < 0 or > 120)
                    yield return new Fault($"{at}/{i}/{name}", $"Minutes for drilling lie between 0 and 120, and {minutes} does not.");
    }

    private static IEnumerable<Fault> Check(Focus focus, GroundMap ground, string at)
    {
        foreach (
            var fault in LogRules
                .Id(focus.Id, at + "/id")
                .Concat(LogRules.SpotKnown(focus.Spot, ground, at + "/spot"))
                .Concat(LogRules.Text(focus.Cue, at + "/cue"))
        )
            yield return fault;
        if (focus.Technique is { } id && ground.Technique(id) is null)
            yield return LogRules.UnknownTechnique(id, at + "/technique");
        if (focus.Hoped is { } hoped && !(hoped >= 0.1 && hoped <= 3))
            yield return new Fault(
                at + "/hoped",
                FormattableString.Invariant($"The change hoped for lies between 0.1 and 3 logits, and {hoped} does not.")
            );
        if (focus.Ladder.Count > MostRungs)
            yield return new Fault(at + "/ladder", $"A ladder has at most {MostRungs} rungs.");
        for (var i = 0; i < focus.Ladder.Count; i++)
        {
            foreach (var fault in LogRules.SpotKnown(focus.Ladder[i].Start, ground, $"{at}/ladder/{i}/start"))
                yield return fault;
            if (focus.Ladder[i].Technique is { } way && ground.Technique(way) is null)
                yield return LogRules.UnknownTechnique(way, $"{at}/ladder/{i}/technique");
        }

        if (
            focus.StartLevel is { } level
            && !(
                level.Low >= 0
                && level.Low <= level.Rate
                && level.Rate <= level.High
                && level.High <= 1
                && level.Won >= 0
                && level.Lost >= 0
            )
        )
            yield return new Fault(
                at + "/startLevel",
                "A start level is a share between its two ends, all of them from 0 to 1, with counts of 0 or more."
            );
    }
}
