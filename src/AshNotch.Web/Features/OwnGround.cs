using System.Text.Json;
using AshNotch.Core.Ground;
using AshNotch.Core.Telling;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>The ground with the owner's additions, made anew when these change.</summary>
public sealed class OwnGround(Vocabulary vocabulary, Database database)
{
    private readonly Lock making = new();
    private (long Change, PersonalWords Words, GroundMap Map)? made;
    private (PersonalWords Words, AccountReader Reader)? reader;

    public GroundMap Map => Now().Map;

    public PersonalWords Words => Now().Words;

    /// <summary>The reader of told accounts, which knows the owner's words.</summary>
    public AccountReader Reader
    {
        get
        {
            var words = Words;
            if (words.Positions.Count + words.Techniques.Count + words.Aliases.Count == 0)
                return AccountReader.Default;
            lock (making)
            {
                if (reader is not { } last || !ReferenceEquals(last.Words, words))
                    reader = (words, new AccountReader(GroundMap.Default, words));
                return reader.Value.Reader;
            }
        }
    }

    private (long Change, PersonalWords Words, GroundMap Map) Now()
    {
        var change = database.JudgedChange;
        lock (making)
        {
            if (made is not { } last || last.Change != change)
            {
                var words = vocabulary.Get();
                if (made is { } stands && Alike(stands.Words, words))
                    words = stands.Words;
                made = (change, words, GroundMap.Default.With(words));
            }

            return made.Value;
        }
    }

    private static bool Alike(PersonalWords one, PersonalWords other) =>
        JsonSerializer.Serialize(one) == JsonSerializer.Serialize(other);
}
