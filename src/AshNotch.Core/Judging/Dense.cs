using System.Numerics;
using System.Runtime.InteropServices;

namespace AshNotch.Core.Judging;

/// <summary>
/// The few dense kernels that a judgement spends its time in, over square matrices kept row by row in one array, each row
/// contiguous so that the machine's vector units work on it. Textbook forms: Golub and Van Loan, Matrix Computations, ch. 3
/// and 4, written from memory; held against MathNet.Numerics in the tests.
/// </summary>
internal static class Dense
{
    /// <summary>Σ a_i·b_i; both as long.</summary>
    public static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        Same(a.Length, b.Length);
        ref var x = ref MemoryMarshal.GetReference(a);
        ref var y = ref MemoryMarshal.GetReference(b);
        var (one, other) = (Vector<double>.Zero, Vector<double>.Zero);
        nuint i = 0,
            step = (nuint)Vector<double>.Count,
            n = (nuint)a.Length;
        for (; i + (2 * step) <= n; i += 2 * step)
        {
            one = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref x, i), Vector.LoadUnsafe(ref y, i), one);
            other = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref x, i + step), Vector.LoadUnsafe(ref y, i + step), other);
        }

        var sum = Vector.Sum(one + other);
        for (; i < n; i++)
            sum += a[(int)i] * b[(int)i];
        return sum;
    }

    /// <summary>y += factor·x; both as long.</summary>
    public static void Add(double factor, ReadOnlySpan<double> x, Span<double> y)
    {
        Same(x.Length, y.Length);
        ref var from = ref MemoryMarshal.GetReference(x);
        ref var to = ref MemoryMarshal.GetReference(y);
        var factors = new Vector<double>(factor);
        nuint i = 0,
            step = (nuint)Vector<double>.Count,
            n = (nuint)x.Length;
        for (; i + (2 * step) <= n; i += 2 * step)
        {
            Vector.FusedMultiplyAdd(factors, Vector.LoadUnsafe(ref from, i), Vector.LoadUnsafe(ref to, i)).StoreUnsafe(ref to, i);
            Vector
                .FusedMultiplyAdd(factors, Vector.LoadUnsafe(ref from, i + step), Vector.LoadUnsafe(ref to, i + step))
                .StoreUnsafe(ref to, i + step);
        }

        for (; i < n; i++)
            y[(int)i] += factor * x[(int)i];
    }

    /// <summary>y = factor·x; both as long.</summary>
    public static void Scale(double factor, ReadOnlySpan<double> x, Span<double> y)
    {
        Same(x.Length, y.Length);
        ref var from = ref MemoryMarshal.GetReference(x);
        ref var to = ref MemoryMarshal.GetReference(y);
        var factors = new Vector<double>(factor);
        nuint i = 0,
            step = (nuint)Vector<double>.Count,
            n = (nuint)x.Length;
        for (; i + step <= n; i += step)
            (factors * Vector.LoadUnsafe(ref from, i)).StoreUnsafe(ref to, i);
        for (; i < n; i++)
            y[(int)i] = factor * x[(int)i];
    }

    /// <summary>
    /// L and U in place of A = L·U, without pivoting: the matrices here are I - γP with rows of P that sum to one, strictly
    /// diagonally dominant, for which that is stable.
    /// </summary>
    public static void Lu(double[] a, int n)
    {
        // Row by row: the row that is worked on stays in the nearest cache, those above it are only read.
        Span<double> inverse = stackalloc double[n];
        for (var i = 0; i < n; i++)
        {
            var row = a.AsSpan(i * n, n);
            var k = 0;
            // Four rows above it at a time, so that what is loaded and stored is worked on four times.
            for (; k + 4 <= i; k += 4)
            {
                for (var p = k; p < k + 4; p++)
                {
                    row[p] *= inverse[p];
                    for (var q = p + 1; q < k + 4; q++)
                        row[q] -= row[p] * a[(p * n) + q];
                }

                Subtract4(row.Slice(k, 4), a, (k * n) + k + 4, n, row[(k + 4)..]);
            }

            for (; k < i; k++)
            {
                row[k] *= inverse[k];
                Add(-row[k], a.AsSpan((k * n) + k + 1, n - k - 1), row[(k + 1)..]);
            }

            inverse[i] = 1 / row[i];
        }
    }

    /// <summary>y -= Σ factors_j·x_j over four rows of one array that lie <paramref name="apart"/> numbers from each other.</summary>
    private static void Subtract4(ReadOnlySpan<double> factors, double[] a, int first, int apart, Span<double> y)
    {
        ref var x0 = ref MemoryMarshal.GetReference(a.AsSpan(first, y.Length));
        ref var x1 = ref MemoryMarshal.GetReference(a.AsSpan(first + apart, y.Length));
        ref var x2 = ref MemoryMarshal.GetReference(a.AsSpan(first + (2 * apart), y.Length));
        ref var x3 = ref MemoryMarshal.GetReference(a.AsSpan(first + (3 * apart), y.Length));
        ref var to = ref MemoryMarshal.GetReference(y);
        var (f0, f1, f2, f3) = (-factors[0], -factors[1], -factors[2], -factors[3]);
        var (v0, v1, v2, v3) = (new Vector<double>(f0), new Vector<double>(f1), new Vector<double>(f2), new Vector<double>(f3));
        nuint i = 0,
            step = (nuint)Vector<double>.Count,
            n = (nuint)y.Length;
        for (; i + step <= n; i += step)
        {
            var sum = Vector.FusedMultiplyAdd(v0, Vector.LoadUnsafe(ref x0, i), Vector.LoadUnsafe(ref to, i));
            var other = Vector.FusedMultiplyAdd(v2, Vector.LoadUnsafe(ref x2, i), v3 * Vector.LoadUnsafe(ref x3, i));
            sum = Vector.FusedMultiplyAdd(v1, Vector.LoadUnsafe(ref x1, i), sum);
            (sum + other).StoreUnsafe(ref to, i);
        }

        for (var j = (int)i; j < y.Length; j++)
            y[j] +=
                (f0 * a[first + j]) + (f1 * a[first + apart + j]) + (f2 * a[first + (2 * apart) + j]) + (f3 * a[first + (3 * apart) + j]);
    }

    /// <summary>Solves L·U·x = b in place of b.</summary>
    public static void Solve(double[] lu, int n, Span<double> b)
    {
        for (var i = 1; i < n; i++)
            b[i] -= Dot(lu.AsSpan(i * n, i), b[..i]);
        for (var i = n - 1; i >= 0; i--)
            b[i] = (b[i] - Dot(lu.AsSpan((i * n) + i + 1, n - i - 1), b[(i + 1)..])) / lu[(i * n) + i];
    }

    /// <summary>Solves (L·U)ᵀ·x = b in place of b.</summary>
    public static void SolveTransposed(double[] lu, int n, Span<double> b)
    {
        for (var i = 0; i < n; i++)
        {
            b[i] /= lu[(i * n) + i];
            Add(-b[i], lu.AsSpan((i * n) + i + 1, n - i - 1), b[(i + 1)..]);
        }

        for (var i = n - 1; i > 0; i--)
            Add(-b[i], lu.AsSpan(i * n, i), b[..i]);
    }

    /// <summary>The inverse of L·U, transposed: row j is the column of it that answers to the j-th unit vector.</summary>
    public static double[] InverseTransposed(double[] lu, int n)
    {
        var inverse = new double[n * n];
        for (var j = 0; j < n; j++)
        {
            var column = inverse.AsSpan(j * n, n);
            column[j] = 1;
            Solve(lu, n, column);
        }

        return inverse;
    }

    /// <summary>The lower triangle L of A = L·Lᵀ in place of A's; false when A is not positive definite.</summary>
    public static bool Cholesky(double[] a, int n)
    {
        for (var i = 0; i < n; i++)
        {
            var row = a.AsSpan(i * n, i);
            for (var j = 0; j < i; j++)
                row[j] = (row[j] - Dot(row[..j], a.AsSpan(j * n, j))) / a[(j * n) + j];
            var rest = a[(i * n) + i] - Dot(row, row);
            if (!(rest > 0))
                return false;
            a[(i * n) + i] = Math.Sqrt(rest);
        }

        return true;
    }

    /// <summary>Solves L·x = b in place of b.</summary>
    public static void SolveLower(double[] lower, int n, Span<double> b)
    {
        for (var i = 0; i < n; i++)
            b[i] = (b[i] - Dot(lower.AsSpan(i * n, i), b[..i])) / lower[(i * n) + i];
    }

    /// <summary>Solves Lᵀ·x = b in place of b.</summary>
    public static void SolveLowerTransposed(double[] lower, int n, Span<double> b)
    {
        for (var i = n - 1; i >= 0; i--)
        {
            b[i] /= lower[(i * n) + i];
            Add(-b[i], lower.AsSpan(i * n, i), b[..i]);
        }
    }

    private static void Same(int one, int other)
    {
        if (one != other)
            throw new ArgumentException("Both are to be as long.");
    }
}
