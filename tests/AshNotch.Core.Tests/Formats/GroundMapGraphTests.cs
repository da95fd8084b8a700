using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using System.Xml.Schema;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Demo;
using AshNotch.Formats;

namespace AshNotch.Core.Tests.Formats;

/// <summary>
/// The ground map as GraphML, read by .NET's XML parser against the format's schema; a graph library reads it in the browser tests.
/// </summary>
public sealed class GroundMapGraphTests
{
    private static readonly XNamespace G = "http://graphml.graphdrawing.org/xmlns";

    private static XDocument Written(OwnGroundMap map, GroundMap ground)
    {
        using var file = new MemoryStream();
        GroundMapGraph.Write(file, map, ground);
        file.Position = 0;
        var document = XDocument.Load(file);
        var schemas = new XmlSchemaSet();
        using var schema = XmlReader.Create(typeof(GroundMapGraphTests).Assembly.GetManifestResourceStream("formats/graphml.xsd")!);
        schemas.Add(null, schema);
        var faults = new List<string>();
        document.Validate(schemas, (_, fault) => faults.Add(fault.Message));
        Assert.Empty(faults);
        return document;
    }

    [Fact]
    public void The_demos_map_is_valid_and_says_every_road()
    {
        var ground = GroundMap.Default;
        var log = Season.Make();
        var counts = LogCounts.Of([.. RollReading.Of(log, ground)], ground.Usual);
        var map = OwnGroundMap.Of(Judgement.Of(ground, counts, Standpoint.Owner(log.Athlete)), ground);
        var graph = Written(map, ground).Root!.Element(G + "graph")!;
        var nodes = graph.Elements(G + "node").Select(n => (string)n.Attribute("id")!).ToList();
        Assert.Equal(map.Roads.Count, graph.Elements(G + "edge").Count());
        Assert.Subset(
            nodes.ToHashSet(),
            map.Spots.Select(s => $"{s.Spot.Position}.{s.Spot.Role.ToString().ToLowerInvariant()}").ToHashSet()
        );
        Assert.Contains("finish.mine", nodes);
        var most = map.Spots.MaxBy(s => s.Visits)!;
        var node = graph
            .Elements(G + "node")
            .Single(n => (string)n.Attribute("id")! == $"{most.Spot.Position}.{most.Spot.Role.ToString().ToLowerInvariant()}");
        string Data(string key) => node.Elements(G + "data").Single(d => (string)d.Attribute("key")! == key).Value;
        Assert.Equal((most.Visits, most.Won), (int.Parse(Data("node-visits")), int.Parse(Data("node-won"))));
        Assert.Equal(most.Rate, double.Parse(Data("node-rate"), CultureInfo.InvariantCulture));
        // Where a road begins and ends is one of the nodes, and a finish of the owner's is theirs.
        Assert.Equal(
            map.Roads.Where(r => r.To is null && r.Won).Sum(r => r.Seen),
            graph
                .Elements(G + "edge")
                .Where(e => (string)e.Attribute("target")! == "finish.mine")
                .Sum(e => int.Parse(e.Elements(G + "data").Single(d => (string)d.Attribute("key")! == "edge-seen").Value))
        );
    }

    [Fact]
    public void Strange_names_and_an_empty_map_are_valid_too()
    {
        Written(new OwnGroundMap([], [], []), GroundMap.Default);
        var spot = new Spot("own-a & <b> \"c\" 🥋\u0001", Role.Top);
        var map = new OwnGroundMap(
            [new MapSpot(spot, Family.Own, double.NaN, 0, 1, 0, 1, 0.5)],
            [new MapRoad(spot, new Spot("mount", Role.Bottom), false, 0.1, 1), new MapRoad(spot, null, true, 0.1, 1)],
            []
        );
        Assert.Equal(4, Written(map, GroundMap.Default).Root!.Element(G + "graph")!.Elements(G + "node").Count());
    }
}
