using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using AshNotch.Formats;
using AshNotch.Web;
using Microsoft.AspNetCore.Builder;

namespace AshNotch.Web.Tests;

/// <summary>The program on a free port with a log of its own, spoken to over real HTTP.</summary>
public sealed class RunningServer : IAsyncLifetime
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;
    private WebApplication? app;

    /// <summary>Where its log is.</summary>
    public string Folder => folder;

    public HttpClient Client { get; private set; } = new();

    public string Origin => Client.BaseAddress!.ToString().TrimEnd('/');

    public async Task InitializeAsync()
    {
        app = Server.Build(new Settings { Port = 0, DataFolder = folder });
        await app.StartAsync();
        Client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
    }

    public async Task DisposeAsync()
    {
        Client.Dispose();
        if (app is not null)
        {
            // As the program ends: what is done last, such as the day's safety copy, comes to its end.
            await app.StopAsync();
            await app.DisposeAsync();
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    public Task<HttpResponseMessage> Send(HttpMethod method, string path, string? body = null, params (string Name, string Value)[] headers)
    {
        var request = new HttpRequestMessage(method, path);
        if (body is not null)
            request.Content = new StringContent(body, Encoding.UTF8, "application/json");
        foreach (var (name, value) in headers)
            request.Headers.TryAddWithoutValidation(name, value);
        return Client.SendAsync(request);
    }

    public async Task<JsonNode> Get(string path) => (await Client.GetFromJsonAsync<JsonNode>(path))!;

    /// <summary>The demo log as a file.</summary>
    public static async Task<string> DemoFile()
    {
        var demo = Demo.Season.Make();
        using var stream = new MemoryStream();
        await LogbookFile.Write(stream, demo);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    public static string Tag(HttpResponseMessage response) => response.Headers.ETag?.ToString() ?? "";
}

internal static class Answers
{
    /// <summary>Asserts that an answer is problem details of this status whose every word for people is a sentence.</summary>
    public static async Task<JsonNode> Problem(this HttpResponseMessage response, int status)
    {
        var text = await response.Content.ReadAsStringAsync();
        Assert.True((int)response.StatusCode == status, $"{(int)response.StatusCode} instead of {status}: {text}");
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        var problem = JsonNode.Parse(text)!;
        Assert.EndsWith(".", (string?)problem["detail"]);
        return problem;
    }

    public static async Task<HttpResponseMessage> Expect(this Task<HttpResponseMessage> sending, int status)
    {
        var response = await sending;
        Assert.True(
            (int)response.StatusCode == status,
            $"{(int)response.StatusCode} instead of {status}: {await response.Content.ReadAsStringAsync()}"
        );
        return response;
    }
}
