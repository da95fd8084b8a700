using System.Globalization;
using System.Text;
using System.Xml;
using AshNotch.Core.Ground;
using AshNotch.Core.Judging;
using AshNotch.Core.Log;

namespace AshNotch.Formats;

/// <summary>
/// The owner's ground as GraphML (version 1.0, the schema of 2002, http://graphml.graphdrawing.org): a node for each spot and each
/// side's finish, an edge for each road.
/// </summary>
public static class GroundMapGraph
{
    private const string Namespace = "http://graphml.graphdrawing.org/xmlns";

    private static readonly (string Id, string On, string Type)[] Keys =
    [
        ("name", "node", "string"),
        ("position", "node", "string"),
        ("role", "node", "string"),
        ("family", "node", "string"),
        ("value", "node", "double"),
        ("per_roll", "node", "double"),
        ("visits", "node", "int"),
        ("won", "node", "int"),
        ("lost", "node", "int"),
        ("rate", "node", "double"),
        ("by", "edge", "string"),
        ("flow", "edge", "double"),
        ("seen", "edge", "int"),
    ];

    /// <summary>Writes the graph.</summary>
    /// <param name="output">Where it goes.</param>
    /// <param name="map">The ground map.</param>
    /// <param name="ground">The names of its places.</param>
    public static void Write(Stream output, OwnGroundMap map, GroundMap ground)
    {
        using var xml = XmlWriter.Create(
            output,
            new XmlWriterSettings
            {
                Encoding = new UTF8Encoding(false),
                Indent = true,
                CloseOutput = false,
            }
        );
        xml.WriteStartDocument();
        xml.WriteStartElement("graphml", Namespace);
        foreach (var (id, on, type) in Keys)
        {
            xml.WriteStartElement("key", Namespace);
            xml.WriteAttributeString("id", KeyOf(on, id));
            xml.WriteAttributeString("for", on);
            xml.WriteAttributeString("attr.name", id);
            xml.WriteAttributeString("attr.type", type);
            xml.WriteEndElement();
        }

        xml.WriteStartElement("graph", Namespace);
        xml.WriteAttributeString("id", "ground-map");
        xml.WriteAttributeString("edgedefault", "directed");
        // A road may lead where nobody was told to be: its ends are nodes too.
        var visited = map.Spots.ToDictionary(s => s.Spot);
        var values = map.Values.ToDictionary(v => v.Spot, v => v.Value);
        var spots = map
            .Spots.Select(s => s.Spot)
            .Concat(map.Roads.SelectMany(r => r.To is { } to ? new[] { r.From, to } : [r.From]))
            .Distinct();
        foreach (var spot in spots)
        {
            var known = visited.GetValueOrDefault(spot);
            Node(xml, IdOf(spot), spot.Role == Role.Even ? NameOf(spot, ground) : $"{NameOf(spot, ground)}, {Word.Of(spot.Role)}");
            Data(xml, "node", "position", spot.Position);
            Data(xml, "node", "role", Word.Of(spot.Role));
            Data(xml, "node", "family", Word.Of(ground.Position(spot.Position)?.Family ?? Family.Own));
            Data(xml, "node", "value", values.GetValueOrDefault(spot));
            if (known is not null)
            {
                Data(xml, "node", "per_roll", known.PerRoll);
                Data(xml, "node", "visits", known.Visits);
                Data(xml, "node", "won", known.Won);
                Data(xml, "node", "lost", known.Lost);
                Data(xml, "node", "rate", known.Rate);
            }

            xml.WriteEndElement();
        }

        foreach (var (won, name) in (ReadOnlySpan<(bool, string)>)[(true, "my finish"), (false, "their finish")])
        {
            Node(xml, FinishOf(won), name);
            xml.WriteEndElement();
        }

        foreach (var (road, i) in map.Roads.Select((r, i) => (r, i)))
        {
            xml.WriteStartElement("edge", Namespace);
            xml.WriteAttributeString("id", $"road-{i + 1}");
            xml.WriteAttributeString("source", IdOf(road.From));
            xml.WriteAttributeString("target", road.To is { } to ? IdOf(to) : FinishOf(road.Won));
            Data(xml, "edge", "by", Word.Of(road.Won ? Actor.Me : Actor.Them));
            Data(xml, "edge", "flow", road.Flow);
            Data(xml, "edge", "seen", road.Seen);
            xml.WriteEndElement();
        }

        xml.WriteEndElement();
        xml.WriteEndElement();
        xml.WriteEndDocument();
    }

    private static void Node(XmlWriter xml, string id, string name)
    {
        xml.WriteStartElement("node", Namespace);
        xml.WriteAttributeString("id", id);
        Data(xml, "node", "name", name);
    }

    private static void Data(XmlWriter xml, string on, string key, object value)
    {
        xml.WriteStartElement("data", Namespace);
        xml.WriteAttributeString("key", KeyOf(on, key));
        xml.WriteString(string.Concat(Convert.ToString(value, CultureInfo.InvariantCulture)!.Where(XmlConvert.IsXmlChar)));
        xml.WriteEndElement();
    }

    private static string KeyOf(string on, string id) => $"{on}-{id}";

    /// <summary>The role's word after the position's id, apart by a dot: GraphML wants names of XML's kind (NMTOKEN).</summary>
    private static string IdOf(Spot spot) => $"{XmlConvert.EncodeNmToken(spot.Position)}.{Word.Of(spot.Role)}";

    private static string FinishOf(bool won) => won ? "finish.mine" : "finish.theirs";

    private static string NameOf(Spot spot, GroundMap ground) => ground.Position(spot.Position)?.Name ?? spot.Position;
}
