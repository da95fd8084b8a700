using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Model;

/// <summary>
/// Other readings of the same account: by the rules alone, by the models alone, and several by evidence that chance has moved a
/// little. The share of the latter in which a moment stands estimates how likely the best path needs it (perturb and map: Papandreou
/// and Yuille, ICCV 2011; from memory). The chance is a hash of the words' place, so that the same account reads the same.
/// </summary>
internal sealed class Committee
{
    /// <summary>How many readings by moved evidence.</summary>
    private const int Moved = 4;

    /// <summary>How far the evidence is moved, in log odds: the scale of a logistic distribution.</summary>
    private const double Scale = 0.8;

    private readonly SecondOpinion rules;
    private readonly SecondOpinion models;
    private readonly List<SecondOpinion> moved;

    /// <param name="mentions">The mentions.</param>
    /// <param name="read">Finds the best path by some evidence and by what is learned of paths.</param>
    /// <param name="path">What is learned of paths.</param>
    public Committee(IReadOnlyList<Mention> mentions, Func<IReadOnlyList<Evidence>, PathFeatures, Story> read, PathFeatures path)
    {
        rules = new SecondOpinion(
            read(
                [.. mentions.Where(m => m.Evidence.Hit is { Tagged: false, Stepped: false }).Select(m => m.Rules ?? m.Evidence)],
                PathFeatures.None
            )
        );
        models = new SecondOpinion(read([.. mentions.Select(m => m.Models ?? m.Evidence)], path));
        moved = [.. Enumerable.Range(1, Moved).Select(n => new SecondOpinion(read([.. mentions.Select(m => Move(m.Evidence, n))], path)))];
    }

    /// <summary>How far the others agree with a moment.</summary>
    public Agreement On(Step step) => new(rules.On(step), models.On(step), moved.Count(m => m.On(step) == "same") / (double)Moved);

    private static Evidence Move(Evidence one, int reading)
    {
        var key =
            FeatureBag.KeyOf(one.Hit.Meaning.Id)
            ^ ((ulong)((one.Hit.From * 4096) + one.Hit.To) * 0x9E3779B97F4A7C15)
            ^ ((ulong)reading << 56);
        var chance = new Random((int)(key ^ (key >> 32)));
        double Noise()
        {
            var p = Math.Clamp(chance.NextDouble(), 1e-6, 1 - 1e-6);
            return Scale * Math.Log(p / (1 - p));
        }

        return one with
        {
            Gain = one.Gain + Noise(),
            Me = one.Me + Noise(),
            Done = one.Done + Noise(),
            Holder = one.Holder + Noise(),
        };
    }
}

/// <summary>How far other readings agree with a moment.</summary>
/// <param name="Rules">What the rules alone say: "same", "who", "done", "other" or "nothing".</param>
/// <param name="Models">What the models alone say.</param>
/// <param name="Share">In how many of the readings by moved evidence it stands, 0 to 1.</param>
internal readonly record struct Agreement(string Rules, string Models, double Share);
