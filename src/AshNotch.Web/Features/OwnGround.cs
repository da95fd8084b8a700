using AshNotch.Core.Ground;
using AshNotch.Store;

namespace AshNotch.Web.Features;

/// <summary>The ground with the owner's additions, made anew when these change.</summary>
public sealed class OwnGround(Vocabulary vocabulary, Database database)
{
    private readonly Lock making = new();
    private (long Change, PersonalWords Words, GroundMap Map)? made;

    public GroundMap Map => Now().Map;

    public PersonalWords Words => Now().Words;

    private (long Change, PersonalWords Words, GroundMap Map) Now()
    {
        var change = database.Change;
        lock (making)
        {
            if (made is not { } last || last.Change != change)
            {
                var words = vocabulary.Get();
                made = (change, words, GroundMap.Default.With(words));
            }

            return made.Value;
        }
    }
}
