using AshNotch.Core.Ground;
using MathNet.Numerics.LinearAlgebra;

namespace AshNotch.Core.Judging;

/// <summary>A fitted <see cref="LevelModel"/>: its most probable parameters, and their spread after the partners are eliminated.</summary>
public sealed class LevelFit
{
    private readonly LevelModel model;
    private readonly UsualGround ground;
    private readonly Lazy<Matrix<double>> covariance;
    private readonly Lazy<Matrix<double>> root;

    internal LevelFit(LevelModel model, UsualGround ground, double[] mode, double[] partners, Matrix<double> information)
    {
        this.model = model;
        this.ground = ground;
        Mode = mode;
        Partners = partners;
        covariance = new Lazy<Matrix<double>>(() => information.Cholesky().Solve(Matrix<double>.Build.DenseIdentity(mode.Length)));
        root = new Lazy<Matrix<double>>(() => Covariance.Cholesky().Factor);
    }

    /// <summary>All parameters but the partners'.</summary>
    public double[] Mode { get; }

    /// <summary>Each partner's own level, as it shows against the owner: above zero is easier for the owner.</summary>
    public double[] Partners { get; }

    /// <summary>The covariance of <see cref="Mode"/> (Laplace's approximation).</summary>
    public Matrix<double> Covariance => covariance.Value;

    /// <summary>How many logits a belt is worth.</summary>
    public double Belt => Mode[model.BeltSlope];

    /// <summary>How many logits a tenth of the owner's weight is worth.</summary>
    public double Weight => Mode[model.WeightSlope];

    /// <summary>The standard deviation of one parameter's belief: of <see cref="Belt"/>.</summary>
    public double BeltSd => Math.Sqrt(Covariance[model.BeltSlope, model.BeltSlope]);

    /// <summary>The same of <see cref="Weight"/>.</summary>
    public double WeightSd => Math.Sqrt(Covariance[model.WeightSlope, model.WeightSlope]);

    /// <summary>What letting the partner work costs, in logits.</summary>
    public double LetWork => Mode[model.LetWork];

    /// <summary>How much easier a go of a drill is than a round, in logits; null without goes.</summary>
    public double? Drilled => model.Drilled >= 0 ? Mode[model.Drilled] : null;

    /// <summary>The step and the standard deviation of its belief, in logits; null for a model without one.</summary>
    public (double Size, double Sd)? Step => model.Step >= 0 ? (Mode[model.Step], Math.Sqrt(Covariance[model.Step, model.Step])) : null;

    /// <summary>The level of a spot against a peer, as a logit.</summary>
    public double Alpha(int spot) => AlphaOf(Mode, spot);

    /// <summary>The parameters for independent standard normal draws; as many as <see cref="Mode"/> has.</summary>
    internal double[] Drawn(double[] normals)
    {
        var moved = root.Value.Multiply(Vector<double>.Build.Dense(normals));
        return [.. Mode.Select((m, i) => m + moved[i])];
    }

    internal double AlphaOf(double[] parameters, int spot) => ParOf(parameters, spot) + parameters[model.Theta(spot)];

    internal double ParOf(double[] parameters, int spot) => ground.Level[spot] + parameters[0] + parameters[model.Family(ground.FamilyOf[spot])];
}
