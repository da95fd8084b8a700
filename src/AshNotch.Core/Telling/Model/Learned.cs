using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Features;
using AshNotch.Core.Telling.Phrases;

namespace AshNotch.Core.Telling.Model;

/// <summary>A mention with its evidence and, for training, its features.</summary>
internal sealed record Mention(Evidence Evidence, IReadOnlyList<ulong> Features)
{
    /// <summary>What the rules alone make of it; null where no model has its say.</summary>
    public Evidence? Rules { get; init; }

    /// <summary>What the models make of it with hardly a word from the rules; null where they have nothing to say.</summary>
    public Evidence? Models { get; init; }
}

/// <summary>How much what is learned counts beside the rules.</summary>
internal static class Learned
{
    /// <summary>Evidence of a technique with what the model says of it.</summary>
    /// <param name="rules">What the rules say.</param>
    /// <param name="learned">What the models say: log odds that it happened, that it was the owner, that it came off.</param>
    /// <param name="tagged">What the tagger thinks of the words.</param>
    /// <param name="words">How many words the account has.</param>
    public static Evidence Mixed(
        Evidence rules,
        (double Told, double Me, double Done) learned,
        (double Told, double This) tagged,
        int words
    ) =>
        Mixed(
            rules,
            learned,
            tagged,
            rules.Hit.Tagged ? Mixing.Tagged
                : rules.Hit.Stepped ? Mixing.Stepped
                : words < Mixing.FewWords ? Mixing.Sentence
                : Mixing.Listed
        );

    /// <summary>The same with the rules hardly heard: a second opinion.</summary>
    public static Evidence Alone(Evidence rules, (double Told, double Me, double Done) learned, (double Told, double This) tagged) =>
        Mixed(rules, learned, tagged, Mixing.Alone);

    private static Evidence Mixed(
        Evidence rules,
        (double Told, double Me, double Done) learned,
        (double Told, double This) tagged,
        Mixing w
    ) =>
        rules with
        {
            Learned = learned,
            Tagged = tagged,
            Gain = ((rules.Gain < 0 ? w.Doubt : w.Gain) * rules.Gain) + (w.Told * learned.Told) + w.Bias,
            Me = (w.MeRules * rules.Me) + (w.Me * learned.Me),
            Done = (w.DoneRules * rules.Done) + (w.Done * learned.Done),
        };

    /// <summary>What the models say with what one owner's corrections add.</summary>
    public static (double Told, double Me, double Done) With(
        (double Told, double Me, double Done) says,
        (double Told, double Me, double Done) owner
    ) => (says.Told + owner.Told, says.Me + owner.Me, says.Done + owner.Done);

    /// <summary>Evidence of a tap with what the model says of it.</summary>
    /// <param name="rules">What the rules say.</param>
    /// <param name="learned">What the model says: log odds that it was one, and that the owner got it.</param>
    public static Evidence Mixed(Evidence rules, (double Told, double Me) learned)
    {
        // "I tapped": the grammar tells most of it. "I tapped her": it tells all.
        var said = Math.Abs(rules.Me);
        var gain = (Mixing.Tap.Gain * rules.Gain) + (Mixing.Tap.Told * learned.Told) + Mixing.Tap.Bias;
        return rules with
        {
            Gain = said >= Weights.ObjectTapped && rules.Gain > 0 ? Math.Max(gain, rules.Gain) : gain,
            Me =
                ((said >= Weights.SubjectTaps ? 1 : Mixing.Tap.MeRules) * rules.Me)
                + (said >= Weights.ObjectTapped ? 0 : Mixing.Tap.Me * learned.Me),
        };
    }
}

/// <summary>
/// How the rules' figures and the models' are added. Set on the hands of two of the five groups that are held out (02 07 13 18 and
/// 04 10 15), so that what is measured on the others owes nothing to it. A sentence or two by themselves leave the rules more to
/// say: the models have only seen whole accounts.
/// </summary>
/// <param name="Gain">Of the rules' worth of reading a mention at all.</param>
/// <param name="Doubt">The same where it is negative: plans, advice, what-ifs, other rolls.</param>
/// <param name="Told">Of the models' log odds that it happened.</param>
/// <param name="Bias">For reading rather than passing over.</param>
/// <param name="MeRules">Of the rules' log odds that it was the owner.</param>
/// <param name="Me">Of the models'.</param>
/// <param name="DoneRules">Of the rules' log odds that it came off.</param>
/// <param name="Done">Of the models'.</param>
internal sealed record Mixing(double Gain, double Doubt, double Told, double Bias, double MeRules, double Me, double DoneRules, double Done)
{
    /// <summary>Accounts of fewer words are a sentence or two.</summary>
    public const int FewWords = 30;

    /// <summary>For mentions that a list has.</summary>
    public static Mixing Listed { get; } = new(0.3, 0.3, 0.8, 0.7, 0.35, 0.7, 0.5, 0.7);

    /// <summary>For steps that are told by naming the place.</summary>
    public static Mixing Stepped { get; } = new(0.3, 0.3, 0.8, 2, 0.35, 0.7, 0.5, 0.7);

    /// <summary>The same in a sentence or two.</summary>
    public static Mixing Sentence { get; } = new(0.4, 0.8, 0.7, 0.7, 1, 0.4, 0.5, 0.7);

    /// <summary>For a second opinion that owes little to the rules.</summary>
    public static Mixing Alone { get; } = new(0, 0, 1, 0.3, 0, 1, 0, 1);

    /// <summary>For words that may be a tap.</summary>
    public static Mixing Tap { get; } = new(0.3, 0.3, 0.8, 0, 0.4, 0.7, 0, 0);

    /// <summary>For mentions that the tagger proposes.</summary>
    public static Mixing Tagged { get; } = new(0.5, 0.5, 0.5, 0, 0.2, 1.05, 0.3, 1.15);
}
