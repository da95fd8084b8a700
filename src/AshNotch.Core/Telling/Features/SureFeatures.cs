using System.Globalization;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Phrases;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Features;

/// <summary>What can be seen of a moment once the whole account is read, for the question how likely it is right.</summary>
internal static class SureFeatures
{
    /// <summary>Adds the features of a moment.</summary>
    /// <param name="step">The moment.</param>
    /// <param name="next">What was read after it; null at the end.</param>
    /// <param name="rival">How much the best other technique over the same words lies behind, in log odds; infinite without one.</param>
    /// <param name="fit">How usual it is for the doer to start it there, 0 to 1; below zero when where they were is not known.</param>
    /// <param name="style">How the account is written.</param>
    /// <param name="agree">How far other readings of the account agree.</param>
    /// <param name="bag">Takes them.</param>
    public static void Of(Step step, Step? next, double rival, double fit, string style, Agreement agree, FeatureBag bag)
    {
        var evidence = step.Evidence!;
        var (told, me, done) = evidence.Learned ?? default;
        var kind = step.Technique!.Kind.ToString();
        var source =
            evidence.Hit.Tagged ? "tagger"
            : evidence.Hit.Stepped ? "place"
            : evidence.Hit.Cost < 0.5 ? "exact"
            : "near";
        var actor = step.Actor == Actor.Me ? me : -me;
        var outcome = step.Outcome == Outcome.Done ? done : -done;
        bag.Add("bias", "1");
        bag.Add("style", style);
        bag.Add("source", source, style);
        bag.Add("id", step.Technique.Id);
        bag.Add("kind", kind, step.Outcome == Outcome.Done ? "done" : "stopped");
        bag.Add("words", Number(Math.Min(evidence.Hit.Words, 5)), source);
        bag.Add("told", Step(told, 0.5));
        bag.Add("told.source", Step(told, 1), source);
        bag.Add("me", Step(actor, 0.5));
        bag.Add("done", Step(outcome, 0.5));
        bag.Add("weakest", Step(Math.Min(told, Math.Min(actor, outcome)), 0.5));
        bag.Add("me.rules", Step(step.Actor == Actor.Me ? evidence.Me : -evidence.Me, 0.5));
        bag.Add("done.rules", Step(step.Outcome == Outcome.Done ? evidence.Done : -evidence.Done, 0.5));
        bag.Add("product", Step(Logit(Chance(told) * Chance(actor) * Chance(outcome)), 0.4));
        bag.Add("tagged.told", Step(evidence.Tagged.Told, 0.1));
        bag.Add("tagged.this", Step(evidence.Tagged.This, 0.1), source);
        bag.Add("rival", double.IsInfinity(rival) ? "none" : Step(rival, 0.5));
        bag.Add("clear", Step(Math.Min(step.Clear, 8), 0.5));
        bag.Add("gain", Step(evidence.Gain, 0.5));
        bag.Add(
            "from",
            step.From is null ? "unknown"
                : step.FromImplied ? "implied"
                : "known"
        );
        bag.Add(
            "to",
            step.To is null ? "none"
                : step.ToGuessed ? "guessed"
                : "known"
        );
        bag.Add("agree.rules", agree.Rules, source);
        bag.Add("agree.models", agree.Models, source);
        bag.Add("agree", agree.Rules, agree.Models);
        bag.Add("agree.told", agree.Rules == "same" && agree.Models == "same" ? "both" : agree.Models, Step(told, 1));
        var share = Number((int)Math.Round(agree.Share * 4));
        bag.Add("share", share);
        bag.Add("share.rules", share, agree.Rules);
        bag.Add("share.models", share, agree.Models);
        bag.Add("share.source", share, source);
        bag.Add("share.told", share, Step(told, 1));
        bag.Add("fits", fit < 0 ? "unknown" : Step(fit, 0.25));
        bag.Add("next", next?.Kind.ToString() ?? "nothing", next?.Kind == StepKind.End ? next.End.ToString() : "");
        bag.Add("before", step.Last?.Kind.ToString() ?? "nothing");
    }

    private static double Chance(double logOdds) => 1 / (1 + Math.Exp(-logOdds));

    private static double Logit(double p) => Math.Log(Math.Max(p, 1e-4) / Math.Max(1 - p, 1e-4));

    private static string Step(double value, double width) => Number((int)Math.Round(Math.Clamp(value, -6, 8) / width));

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
