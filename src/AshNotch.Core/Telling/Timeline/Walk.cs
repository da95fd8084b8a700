using AshNotch.Core.Ground;
using AshNotch.Core.Log;
using AshNotch.Core.Telling.Decoding;
using AshNotch.Core.Telling.Model;
using AshNotch.Core.Telling.Text;

namespace AshNotch.Core.Telling.Timeline;

/// <summary>
/// Turns the best path into exchanges: parts the exchanges at their ends, fills
/// from and to, and marks what was not said as not sure.
/// </summary>
internal static class Walk
{
    /// <summary>Below these log odds a reading counts as unsure.</summary>
    private const double SureFrom = 0.9;

    /// <summary>The exchanges and the owner's spots.</summary>
    public static (IReadOnlyList<ToldExchange> Exchanges, IReadOnlyList<ToldSpot> Positions) Of(
        Story story,
        IReadOnlyList<Token> tokens,
        GroundMap ground,
        Fits fits,
        Func<Step, IReadOnlyList<OtherReading>> others,
        Confidence? confidence
    )
    {
        var steps = TellingOrder.Of(Steps(story.Last), tokens);
        var writer = new Writer(ground, fits, others, confidence);
        for (var at = 0; at < steps.Count; at++)
            writer.Write(steps[at], at + 1 < steps.Count ? steps[at + 1] : null);
        return writer.Close();
    }

    /// <summary>The steps from the first to the last.</summary>
    public static IReadOnlyList<Step> Steps(Step? last)
    {
        var steps = new List<Step>();
        for (var step = last; step is not null; step = step.Last)
            steps.Add(step);
        steps.Reverse();
        return steps;
    }

    private sealed class Writer(GroundMap ground, Fits fits, Func<Step, IReadOnlyList<OtherReading>> others, Confidence? confidence)
    {
        private readonly List<ToldExchange> exchanges = [];
        private readonly List<ToldSpot> positions = [];
        private List<ToldMoment> moments = [];
        private Spot? start;
        private Spot? now;
        private bool guessed;
        private bool begun;
        private int roll;
        private Step? last;

        // Whose submission came off, as long as its tap was not told.
        private Actor? due;

        public void Write(Step step, Step? next)
        {
            if (due is not null && !(step is { Kind: StepKind.End, End: EndKind.Tap } && step.Actor == due))
                TapOfDue();
            switch (step.Kind)
            {
                case StepKind.Start:
                    Arrive(step.To!.Value, default, false);
                    break;
                case StepKind.Place:
                    Place(step);
                    break;
                case StepKind.Moment:
                    Moment(step, next);
                    break;
                case StepKind.End:
                    End(step);
                    break;
                case StepKind.NextRoll:
                    Finish(null);
                    roll++;
                    break;
            }
        }

        public (IReadOnlyList<ToldExchange>, IReadOnlyList<ToldSpot>) Close()
        {
            if (due is not null)
                TapOfDue();
            Finish(null);
            return (exchanges, positions);
        }

        // A submission that came off is a tap, whether or not that was said.
        private void TapOfDue()
        {
            Finish(
                new ExchangeEnd
                {
                    Kind = EndKind.Tap,
                    By = due!.Value,
                    Technique = moments[^1].Moment.Technique,
                }
            );
        }

        private void Place(Step step)
        {
            if (moments.Count > 0 && guessed && moments[^1].Moment.Outcome == Outcome.Done)
                moments[^1] = moments[^1] with { Moment = moments[^1].Moment with { To = step.To } };
            Arrive(step.To!.Value, step.Source, false);
        }

        private void Arrive(Spot spot, Span source, bool guess)
        {
            if (!begun && moments.Count == 0)
                start = spot;
            begun = true;
            if (!guess && (positions.Count == 0 || positions[^1].Spot != spot || now is null))
                positions.Add(new ToldSpot(spot, source));
            now = spot;
            guessed = guess;
        }

        private void Moment(Step step, Step? next)
        {
            var from = step.From;
            if (step.FromImplied && from is { } implied && now != implied)
                Arrive(implied, step.Source, false);
            else if (guessed && now is { } guess && step.From == guess && Confirms(step, guess))
                Arrive(Unguess(guess), step.Source, false);
            var (likely, features) = confidence?.Of(step, next) ?? (null, []);
            var sure = likely is { } p
                ? p >= confidence!.SureFrom
                : step.Clear >= SureFrom && !(step.ToGuessed && step.Outcome == Outcome.Done);
            var told = new ToldMoment
            {
                Likely = likely,
                Features = features,
                Moment = new Moment
                {
                    Actor = step.Actor,
                    Technique = step.Technique!.Id,
                    Outcome = step.Outcome,
                    From = from,
                    To = step.Technique.Finishes() && step.Outcome == Outcome.Done ? null : step.To,
                    Sure = sure ? null : false,
                },
                Source = step.Source,
                Others = others(step),
            };
            begun = true;
            last = step;
            moments.Add(told);
            due = step.Technique.Finishes() && step.Outcome == Outcome.Done ? step.Actor : null;
            if (step.To is { } to && to != now)
                Arrive(to, step.Source, (step.ToGuessed && !Confirmed(step, next)) || step.Technique.Id == "sprawl");
        }

        private Spot Unguess(Spot spot)
        {
            guessed = false;
            return spot;
        }

        private bool Confirms(Step step, Spot spot)
        {
            return fits.Start(step.Technique!, step.Actor, spot) >= 1
                && (
                    last?.Technique is not { } before
                    || fits.Destinations(before, last.Actor, last.From).Count(d => fits.Start(step.Technique!, step.Actor, d) >= 1) == 1
                );
        }

        private static bool Confirmed(Step step, Step? next) => next is { Kind: StepKind.Place } && next.To == step.To;

        private void End(Step step)
        {
            if (step.End != EndKind.Tap)
            {
                Finish(new ExchangeEnd { Kind = step.End });
                return;
            }

            var last = moments.FindLastIndex(m => ground.Technique(m.Moment.Technique)!.Finishes() && m.Moment.Actor == step.Actor);
            if (last >= 0 && last >= moments.Count - 2 && moments[last].Moment.Outcome == Outcome.Stopped && last == moments.Count - 1)
                moments[last] = moments[last] with { Moment = moments[last].Moment with { Outcome = Outcome.Done, To = null } };
            if (last >= 0 && last >= moments.Count - 3 && moments[last].Moment.Outcome == Outcome.Stopped)
            {
                // Tried, held on to, and tapped to a little later.
                moments.Add(
                    moments[last] with
                    {
                        Moment = moments[last].Moment with { Outcome = Outcome.Done, To = null, Sure = false },
                        Source = step.Source,
                        Others = [],
                    }
                );
                last = moments.Count - 1;
            }

            string? technique = last >= 0 && moments[last].Moment.Outcome == Outcome.Done ? moments[last].Moment.Technique : null;
            Finish(
                new ExchangeEnd
                {
                    Kind = EndKind.Tap,
                    By = step.Actor,
                    Technique = technique,
                }
            );
        }

        private void Finish(ExchangeEnd? end)
        {
            if (begun || moments.Count > 0 || end is not null)
                exchanges.Add(new ToldExchange(roll, start, moments, end));
            moments = [];
            due = null;
            start = null;
            now = null;
            begun = false;
            guessed = false;
        }
    }
}
