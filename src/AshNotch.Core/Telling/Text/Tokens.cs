using System.Globalization;
using System.Text;

namespace AshNotch.Core.Telling.Text;

/// <summary>
/// Cuts an account into words, in one pass. Punctuation is kept only as the <see cref="Break"/> before a word; a hyphen or a
/// slash inside a word parts it without a break, digits/digits and clock times stay whole, and clitics ('s, 'm, 'd) stand alone.
/// Ticks, crosses and other signs that stand for something are words.
/// </summary>
public static class Tokens
{
    private static readonly HashSet<string> Clitics = ["'s", "'m", "'d", "'re", "'ve", "'ll"];

    /// <summary>The words of a text, in order.</summary>
    /// <param name="text">Any text, of any length.</param>
    public static IReadOnlyList<Token> Of(string text)
    {
        var tokens = new List<Token>(text.Length / 5);
        var before = Break.Sentence;
        var at = 0;
        var bracket = default(char);
        var column = 0;
        // The sign that leads this line; no longer wanted once a word stood in it.
        var (lead, opened) = (default(char), true);
        Token InPlace(Token token)
        {
            token = token with { Bracket = bracket, Column = column, Lead = opened ? lead : default };
            opened = false;
            return token;
        }

        while (at < text.Length)
        {
            var letter = text[at];
            bracket =
                letter is '(' or '[' or '{' ? letter
                : letter is ')' or ']' or '}' or '\n' ? default
                : bracket;
            column =
                letter == '|' ? column + 1
                : letter == '\n' ? 0
                : column;
            if (letter == '\n')
                (lead, opened) = (default, true);
            else if (opened && lead == default && column == 0 && Leads(text, at))
                lead = letter;
            if (char.IsLetterOrDigit(letter))
            {
                var end = WordEnd(text, at);
                Add(tokens, text, at, end, before, InPlace);
                before = Break.None;
                at = end;
                continue;
            }

            if (SignAt(text, at) is { } sign)
            {
                var word =
                    Words.Ticks.Contains(sign) ? "\u2713"
                    : Words.Crosses.Contains(sign) ? "\u2717"
                    : sign;
                tokens.Add(InPlace(new Token(word, word, new Span(at, sign.Length), before, false)));
                before = Break.None;
                at += sign.Length;
                continue;
            }

            if (letter == '&' || (letter == '+' && !(opened && lead == '+')))
            {
                tokens.Add(InPlace(new Token("and", "and", new Span(at, 1), before, false)));
                before = Break.None;
            }
            else
            {
                before = Wider(before, BreakAt(text, at));
            }

            at++;
        }

        return tokens;
    }

    // A sign that stands before the first word of a line, as a list has it.
    private static bool Leads(string text, int at) =>
        text[at] is '+' or '-' or '\u2013' or '*' or '~' && (at + 1 >= text.Length || text[at + 1] is not ('>' or '-'));

    private static string? SignAt(string text, int at) =>
        text[at] > '\u00ff'
        && Rune.TryGetRuneAt(text, at, out var rune)
        && rune != Rune.ReplacementChar
        && Rune.GetUnicodeCategory(rune) == UnicodeCategory.OtherSymbol
            ? rune.ToString()
            : null;

    private static Break Wider(Break one, Break other) => one > other ? one : other;

    private static Break BreakAt(string text, int at)
    {
        var next = at + 1 < text.Length ? text[at + 1] : ' ';
        var last = at > 0 ? text[at - 1] : ' ';
        return text[at] switch
        {
            '\n' or '!' or '?' => Break.Sentence,
            '/' when next is ' ' or '\n' && last == ' ' => Break.Clause,
            '.' when next == '.' || last == '.' => Break.Clause,
            '.' => Break.Sentence,
            ';' or ':' or '(' or ')' or '\u2014' or '\u2013' or '[' or ']' or '{' or '}' or '|' or '"' => Break.Clause,
            '-' when next == '>' => Break.Arrow,
            '-' when char.IsLetterOrDigit(last) && char.IsLetterOrDigit(next) => Break.None,
            '-' => Break.Clause,
            '>' or '=' or '\u2192' => Break.Arrow,
            ',' => Break.Comma,
            _ => Break.None,
        };
    }

    private static int WordEnd(string text, int start)
    {
        var digits = true;
        var at = start;
        for (; at < text.Length; at++)
        {
            var letter = text[at];
            if (char.IsLetterOrDigit(letter))
            {
                digits &= char.IsDigit(letter);
                continue;
            }

            var next = at + 1 < text.Length && char.IsLetterOrDigit(text[at + 1]);
            if (!next)
                break;
            if (letter is '\'' or '\u2019')
                continue;
            if (digits && char.IsDigit(text[at + 1]) && letter is '/' or ':' or '.')
                continue;
            break;
        }

        return at;
    }

    private static void Add(List<Token> tokens, string text, int start, int end, Break before, Func<Token, Token> inPlace)
    {
        var word = text[start..end].ToLowerInvariant().Replace('\u2019', '\'');
        if (word.Length != end - start)
            word = text[start..end];
        var capital = char.IsUpper(text[start]);
        var cut = word.LastIndexOf('\'');
        if (cut > 0 && Clitics.Contains(word[cut..]))
        {
            tokens.Add(inPlace(Make(word[..cut], start, cut, before, capital)));
            tokens.Add(inPlace(new Token(word[cut..], word[cut..], new Span(start + cut, word.Length - cut), Break.None, false)));
        }
        else
        {
            tokens.Add(
                inPlace(Make(word, start, word.Length, before, capital) with { Shouted = end - start > 1 && IsShouted(text, start, end) })
            );
        }
    }

    private static bool IsShouted(string text, int start, int end)
    {
        for (var at = start; at < end; at++)
            if (char.IsLower(text[at]))
                return false;
        return true;
    }

    private static Token Make(string word, int start, int length, Break before, bool capital) =>
        new(word, Stems.Of(word), new Span(start, length), before, capital);
}
