using AshNotch.Core.Judging;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using MathNet.Numerics.LinearAlgebra;

namespace AshNotch.Core.Tests.Judging;

// Held against MathNet.Numerics 5, LinearAlgebra, on matrices of every small size: the kernels work in vectors with a rest.
public class DenseTests
{
    private static double[] Numbers(int seed, int count)
    {
        var random = new System.Random(seed);
        return [.. Enumerable.Range(0, count).Select(_ => (2 * random.NextDouble()) - 1)];
    }

    private static Matrix<double> Of(double[] rows, int n) => Matrix<double>.Build.DenseOfRowMajor(n, n, rows);

    private static void Same(IEnumerable<double> expected, IEnumerable<double> actual)
    {
        foreach (var (e, a) in expected.Zip(actual))
            Assert.Equal(e, a, 9);
    }

    [Property(MaxTest = 60)]
    public void Equations_both_ways_and_the_inverse_agree(int seed, PositiveInt size)
    {
        var n = 1 + (size.Get % 37);
        var rows = Numbers(seed, n * n);
        for (var i = 0; i < n; i++)
            rows[(i * n) + i] = n + 1;
        var matrix = Of(rows, n);
        var right = Numbers(seed + 1, n);
        var lu = (double[])rows.Clone();
        Dense.Lu(lu, n);
        var (x, y) = ((double[])right.Clone(), (double[])right.Clone());
        Dense.Solve(lu, n, x);
        Dense.SolveTransposed(lu, n, y);
        Same(matrix.Solve(Vector<double>.Build.Dense(right)), x);
        Same(matrix.Transpose().Solve(Vector<double>.Build.Dense(right)), y);
        Same(matrix.Inverse().Transpose().ToRowMajorArray(), Dense.InverseTransposed(lu, n));
    }

    [Property(MaxTest = 60)]
    public void The_roots_of_positive_matrices_agree(int seed, PositiveInt size)
    {
        var n = 1 + (size.Get % 37);
        var some = Of(Numbers(seed, n * n), n);
        var positive = (some * some.Transpose()) + Matrix<double>.Build.DenseIdentity(n);
        var lower = positive.ToRowMajorArray();
        Assert.True(Dense.Cholesky(lower, n));
        var expected = positive.Cholesky().Factor;
        for (var i = 0; i < n; i++)
        for (var j = 0; j <= i; j++)
            Assert.Equal(expected[i, j], lower[(i * n) + j], 9);
        var right = Numbers(seed + 1, n);
        var x = (double[])right.Clone();
        Dense.SolveLower(lower, n, x);
        Dense.SolveLowerTransposed(lower, n, x);
        Same(positive.Solve(Vector<double>.Build.Dense(right)), x);
    }

    [Fact]
    public void What_is_not_positive_is_said_to_have_no_root() => Assert.False(Dense.Cholesky([1, 0, 2, 1], 2));

    [Fact]
    public void Rows_of_unlike_length_are_refused()
    {
        Assert.Throws<ArgumentException>(() => Dense.Dot([1], [1, 2]));
        Assert.Throws<ArgumentException>(() => Dense.Add(1, [1, 2], new double[1]));
    }
}
