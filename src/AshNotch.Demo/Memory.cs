using AshNotch.Core.Log;

namespace AshNotch.Demo;

/// <summary>What a tired person still knows of a round an hour later.</summary>
/// <param name="Keeps">The share of moments that are remembered at all.</param>
/// <param name="KeepsTaps">The share of finishes that are.</param>
/// <param name="KnowsSide">How often the side is remembered.</param>
/// <param name="KnowsClock">How often the time is.</param>
public sealed record Memory(double Keeps = 0.72, double KeepsTaps = 0.98, double KnowsSide = 0.6, double KnowsClock = 0.3)
{
    /// <summary>An exchange as it would be written down.</summary>
    public Exchange Recall(Exchange happened, Chance chance)
    {
        var kept = new List<Moment>();
        for (var i = 0; i < happened.Moments.Count; i++)
        {
            var moment = happened.Moments[i];
            var finish = moment.To is null && moment.Outcome == Outcome.Done;
            var stays = chance.Happens(finish ? KeepsTaps : Keeps);
            var side = chance.Happens(KnowsSide) ? moment.Side : null;
            var clock = chance.Happens(KnowsClock) ? moment.Clock : null;
            var sure = chance.Happens(0.9);
            var whereTo = chance.Happens(0.95);
            if (stays)
                kept.Add(moment with { Side = side, Clock = clock, Sure = sure, To = whereTo ? moment.To : null });
        }

        return happened with
        {
            Moments = kept,
        };
    }
}
