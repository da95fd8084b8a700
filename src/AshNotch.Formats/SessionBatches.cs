using System.Text.Json;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>
/// The sessions of a file, read on all cores, a batch at a time, while the file is still being cut up. A batch is read for itself; what
/// is wrong with it joins the faults of the file in the order in which the sessions stand.
/// </summary>
/// <param name="faults">Takes what is wrong.</param>
internal sealed class SessionBatches(FaultList faults)
{
    private const int Size = 32;

    private readonly List<Session> read = [];
    private readonly Queue<Task<(List<Session> Sessions, FaultList Faults)>> reading = [];
    private List<(JsonElement Json, string At)> waiting = [];

    /// <summary>Takes the next session.</summary>
    /// <param name="json">What was sent; it is to stay good.</param>
    /// <param name="at">Where it stands, as a JSON pointer.</param>
    /// <exception cref="TooManyFaultsException">So much is wrong that reading on tells nothing new.</exception>
    public async Task Add(JsonElement json, string at)
    {
        waiting.Add((json, at));
        if (waiting.Count < Size)
            return;
        Begin();
        while (reading.Count > 2 * Environment.ProcessorCount)
            await Take();
    }

    /// <summary>All of them, in their order.</summary>
    /// <exception cref="TooManyFaultsException">So much is wrong that reading on tells nothing new.</exception>
    public async Task<IReadOnlyList<Session>> All()
    {
        Begin();
        while (reading.Count > 0)
            await Take();
        return read;
    }

    private void Begin()
    {
        var batch = waiting;
        waiting = [];
        reading.Enqueue(Task.Run(() => Read(batch)));
    }

    private async Task Take()
    {
        var (sessions, wrong) = await reading.Dequeue();
        faults.AddRange(wrong.Take(FaultList.Most));
        read.AddRange(sessions);
    }

    private static (List<Session>, FaultList) Read(List<(JsonElement Json, string At)> batch)
    {
        var (sessions, faults) = (new List<Session>(batch.Count), new FaultList());
        try
        {
            foreach (var (json, at) in batch)
                sessions.Add(LogReader.Session(json, at, faults));
        }
        catch (TooManyFaultsException)
        {
            // The file's own list stops at as many.
        }

        return (sessions, faults);
    }
}
