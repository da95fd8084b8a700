using System.Net.Http.Headers;
using System.Text;
using AshNotch.Store;
using AshNotch.Web;
using AshNotch.Web.Services;

namespace AshNotch.Web.Tests;

public sealed class KeptAnswersTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    private string Log => Path.Combine(folder, "log.db");

    private string Kept => Path.Combine(folder, KeptAnswers.FileName);

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>
    /// Runs the program on the folder, asks, and ends it; what was answered, and for how many seconds each answer had been there.
    /// </summary>
    private async Task<(string Body, TimeSpan? Age)[]> Asked(params string[] paths) => await Asked(_ => Task.CompletedTask, paths);

    private async Task<(string Body, TimeSpan? Age)[]> Asked(Func<HttpClient, Task> first, params string[] paths)
    {
        await using var app = Server.Build(new Settings { Port = 0, DataFolder = folder });
        await app.StartAsync();
        using var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
        await first(client);
        var answers = new List<(string, TimeSpan?)>();
        foreach (var path in paths)
        {
            using var answer = await client.GetAsync(path);
            answers.Add((await answer.Content.ReadAsStringAsync(), answer.Headers.Age));
        }

        await app.StopAsync();
        return [.. answers];
    }

    private static async Task Put(HttpClient client, string id, string name)
    {
        using var now = await client.GetAsync($"/api/partners/{id}");
        using var asked = new HttpRequestMessage(HttpMethod.Put, $"/api/partners/{id}")
        {
            Content = new StringContent($$"""{"id":"{{id}}","name":"{{name}}"}""", Encoding.UTF8, "application/json"),
        };
        if (now.Headers.ETag is { } tag)
            asked.Headers.IfMatch.Add(tag);
        else
            asked.Headers.IfNoneMatch.Add(EntityTagHeaderValue.Any);
        (await client.SendAsync(asked)).EnsureSuccessStatusCode();
    }

    [Fact]
    public async Task An_answer_is_at_hand_after_a_start_and_gone_with_the_next_write()
    {
        using (var database = new Database(Log))
            new Transfers(database).Import(Demo.Season.Make());
        var before = await Asked("/api/partners?size=5", "/api/patterns");
        Assert.All(before, a => Assert.Null(a.Age));
        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Kept));

        var after = await Asked("/api/partners?size=5", "/api/patterns", "/api/patterns?attire=gi");
        Assert.Equal(before.Select(a => a.Body), after.Take(2).Select(a => a.Body));
        Assert.Equal([true, true, false], after.Select(a => a.Age is not null));

        // A name that was changed is nowhere any more, in no answer and in no file.
        var changed = await Asked(
            async client =>
            {
                await Put(client, "odalys", "Mirek Z.");
                await client.GetAsync("/api/partners");
                Assert.False(File.Exists(Kept));
            },
            "/api/partners?size=5"
        );
        Assert.Null(changed[0].Age);
        Assert.NotEqual(before[0].Body, changed[0].Body);
    }

    [Fact]
    public async Task What_was_changed_last_is_in_no_file_even_if_nobody_asked_again()
    {
        await Asked(client => Put(client, "a", "Odalys B."), "/api/partners");
        Assert.True(File.Exists(Kept));
        await Asked(client => Put(client, "a", "Mirek Z."));
        Assert.True(!File.Exists(Kept) || !Encoding.UTF8.GetString(await File.ReadAllBytesAsync(Kept)).Contains("Odalys B."));
    }

    [Fact]
    public async Task Of_another_file_put_in_the_place_of_the_log_nothing_old_is_told()
    {
        await Asked(client => Put(client, "a", "Odalys B."));
        var other = Path.Combine(folder, "other.db");
        File.Copy(Log, other);
        var before = await Asked(client => Put(client, "b", "Ebele C."), "/api/partners");
        Assert.True(File.Exists(Kept));

        // As many changes as in the one whose answers were kept, by the same line of changes, and not the same.
        var mine = File.ReadAllBytes(Kept);
        File.Copy(other, Log, overwrite: true);
        File.Delete(Kept);
        await Asked(client => Put(client, "c", "Cosmo V."));
        File.WriteAllBytes(Kept, mine);
        var after = await Asked("/api/partners");
        Assert.Null(after[0].Age);
        Assert.Contains("Cosmo V.", after[0].Body);
        Assert.DoesNotContain("Ebele C.", after[0].Body);
        Assert.Contains("Ebele C.", before[0].Body);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(20)]
    [InlineData(-1)]
    public async Task A_file_that_is_not_whole_is_thrown_away(int length)
    {
        await Asked(client => Put(client, "a", "Odalys B."), "/api/partners");
        var whole = await File.ReadAllBytesAsync(Kept);
        if (length >= 0)
            whole = whole[..length];
        else
            whole[^1] ^= 1;
        await File.WriteAllBytesAsync(Kept, whole);
        Assert.Null((await Asked("/api/partners"))[0].Age);
    }

    [Fact]
    public async Task Refusals_are_not_kept_nor_taken_for_those_of_another_case()
    {
        var answers = await Asked(
            client => Put(client, "ab", "Odalys B."),
            "/api/partners/aB",
            "/api/partners/aB",
            "/api/partners/ab",
            "/api/partners/AB"
        );
        Assert.All(answers, a => Assert.Null(a.Age));
        Assert.Equal([false, false, true, false], answers.Select(a => a.Body.Contains("Odalys B.")));
    }

    [Fact]
    public async Task No_more_is_kept_than_is_allowed_and_what_came_first_goes_first()
    {
        using var database = new Database(Log);
        var kept = new KeptAnswers(database);
        kept.Stand("here");
        for (var n = 0; n < 5; n++)
            await kept.SetAsync($"{n}", new byte[KeptAnswers.MostBytes / 4], null, TimeSpan.MaxValue, default);
        Assert.Null(await kept.GetAsync("0", default));
        Assert.NotNull(await kept.GetAsync("1", default));
        await kept.SetAsync("large", new byte[KeptAnswers.MostBytes + 1], null, TimeSpan.MaxValue, default);
        Assert.Null(await kept.GetAsync("large", default));
        kept.Stand("there");
        Assert.Null(await kept.GetAsync("4", default));
    }
}
