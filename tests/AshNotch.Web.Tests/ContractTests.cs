using System.Runtime.CompilerServices;

namespace AshNotch.Web.Tests;

public sealed class ContractTests(RunningServer server) : IClassFixture<RunningServer>
{
    [Fact]
    public async Task The_api_document_that_the_front_end_is_typed_by_is_the_one_that_is_served()
    {
        var committed = await File.ReadAllTextAsync(Path.Combine(Root(), "web", "openapi.json"));
        var served = await server.Client.GetStringAsync("/openapi/v1.json");
        Assert.True(committed.Trim() == served.Trim(), "web/openapi.json is stale: run ./run types and commit what it writes.");
    }

    [Fact]
    public async Task The_schema_of_the_logbook_is_served() =>
        Assert.Contains("https://json-schema.org/draft/2020-12/schema", await server.Client.GetStringAsync("/schemas/logbook-1.json"));

    // Web -> Store, Formats, Demo -> Core, and never the other way or sideways.
    [Theory]
    [InlineData("AshNotch.Core")]
    [InlineData("AshNotch.Store", "AshNotch.Core")]
    [InlineData("AshNotch.Formats", "AshNotch.Core")]
    [InlineData("AshNotch.Demo", "AshNotch.Core")]
    [InlineData("ash-notch", "AshNotch.Core", "AshNotch.Demo", "AshNotch.Formats", "AshNotch.Store")]
    public void Dependencies_point_one_way(string assembly, params string[] onto)
    {
        var own = System
            .Reflection.Assembly.Load(assembly)
            .GetReferencedAssemblies()
            .Select(a => a.Name!)
            .Where(n => n.StartsWith("AshNotch", StringComparison.Ordinal))
            .Order();
        Assert.Equal(onto, own);
    }

    [Fact]
    public void The_core_knows_no_database_no_web_and_no_clock()
    {
        var core = System.Reflection.Assembly.Load("AshNotch.Core");
        Assert.DoesNotContain(core.GetReferencedAssemblies(), a =>
            a.Name!.Contains("Sqlite") || a.Name.Contains("AspNetCore") || a.Name.Contains("Net.Http") || a.Name == "System.Data.Common"
        );
        var source = Directory
            .EnumerateFiles(Path.Combine(Root(), "src", "AshNotch.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}"))
            .Select(File.ReadAllText)
            .ToList();
        Assert.NotEmpty(source);
        foreach (
            var forbidden in new[]
            {
                "DateTime.Now",
                "DateTime.UtcNow",
                "DateTimeOffset.UtcNow",
                "TimeProvider",
                "File.",
                "Environment.",
                "Console.",
            }
        )
            Assert.DoesNotContain(source, text => text.Contains(forbidden));
    }

    private static string Root([CallerFilePath] string here = "") =>
        Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", ".."));
}
