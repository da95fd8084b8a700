using System.Text;

namespace AshNotch.Core.Telling.Text;

/// <summary>
/// A coarse key of how a run of letters sounds: consonants in classes, vowels and doubled letters left out, the first vowel
/// kept as <c>a</c>. After the manner of Soundex and its successors (Knuth, The Art of Computer Programming 3, 6.1; from memory), with all
/// letters
/// instead of four, because "clothes guard" must stay near "closed guard".
/// </summary>
internal static class Sound
{
    /// <summary>The key of small letters without spaces.</summary>
    public static string Key(string letters)
    {
        var key = new StringBuilder(letters.Length);
        for (var at = 0; at < letters.Length; at++)
        {
            var (sound, used) = At(letters, at);
            at += used - 1;
            foreach (var one in sound)
            {
                if (key.Length == 0 || key[^1] != one)
                    key.Append(one);
            }
        }

        return key.ToString();
    }

    private static (string Sound, int Used) At(string letters, int at)
    {
        var next = at + 1 < letters.Length ? letters[at + 1] : ' ';
        return letters[at] switch
        {
            'a' or 'e' or 'i' or 'o' or 'u' or 'y' => (at == 0 ? "a" : "", 1),
            'p' when next == 'h' => ("f", 2),
            'b' or 'p' => ("p", 1),
            'f' or 'v' => ("f", 1),
            'c' when next == 'h' => ("j", 2),
            'c' when next is 'e' or 'i' or 'y' => ("s", 1),
            'c' when next == 'k' => ("k", 2),
            's' when next == 'h' => ("j", 2),
            's' when next == 'c' && at + 2 < letters.Length && letters[at + 2] is 'i' or 'e' => ("s", 2),
            'g' when next == 'h' => ("", 2),
            'g' when next is 'e' or 'i' && at > 0 => ("j", 1),
            'j' => ("j", 1),
            'k' when next == 'n' && at == 0 => ("", 1),
            'c' or 'k' or 'q' or 'g' => ("k", 1),
            'x' => (at == 0 ? "aks" : "ks", 1),
            't' when next == 'h' => ("t", 2),
            'd' or 't' => ("t", 1),
            's' or 'z' => ("s", 1),
            'm' => ("m", 1),
            'n' => ("n", 1),
            'l' => ("l", 1),
            'r' => ("r", 1),
            'w' when at == 0 && next == 'h' => ("w", 2),
            'w' when at == 0 && next == 'r' => ("", 1),
            'w' when at == 0 => ("w", 1),
            _ when char.IsDigit(letters[at]) => (letters[at].ToString(), 1),
            _ => ("", 1),
        };
    }
}
