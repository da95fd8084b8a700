using AshNotch.Core.Judging;
using AshNotch.Core.Log;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>What a judgement is asked under.</summary>
public sealed record JudgementAsked(Objective Objective, Attire? Attire, DateOnly? From, DateOnly? To);

/// <summary>The latest judgements, kept until the log changes.</summary>
public sealed class Judgements(Database database, Rolls rolls, OwnGround ground)
{
    private readonly Lock judging = new();
    private readonly Dictionary<JudgementAsked, Ranking> kept = [];
    private long change = -1;

    public Ranking Of(JudgementAsked asked)
    {
        lock (judging)
        {
            var now = database.Change;
            if (now != change)
            {
                kept.Clear();
                change = now;
            }

            if (!kept.TryGetValue(asked, out var ranking))
                kept[asked] = ranking = SpotRanking.Of(LogTally.Of(rolls.ForJudging(asked.Attire, asked.From, asked.To), ground.Map, asked.Objective), ground.Map);
            return ranking;
        }
    }
}
