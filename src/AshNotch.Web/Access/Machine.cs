using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace AshNotch.Web.Access;

/// <summary>The names and addresses by which this machine is reached.</summary>
/// <param name="Names">Its names, in lower case.</param>
/// <param name="Addresses">Its addresses.</param>
public sealed record Machine(IReadOnlyList<string> Names, IReadOnlyList<IPAddress> Addresses)
{
    private static readonly string[] Local = ["localhost"];

    /// <summary>What goes for the settings now; a machine's addresses come and go.</summary>
    public static Machine Of(Settings settings)
    {
        var host = Dns.GetHostName().ToLowerInvariant();
        var named = settings.Names.Select(n => n.ToLowerInvariant());
        IReadOnlyList<IPAddress> listens = settings.Listen switch
        {
            null => [],
            { } any when any.Equals(IPAddress.Any) || any.Equals(IPAddress.IPv6Any) => [.. Outward()],
            { } one => [one],
        };
        IEnumerable<string> own = Uri.CheckHostName(host) == UriHostNameType.Dns ? [host, host + ".local"] : [];
        return new Machine(
            [.. Local.Concat(own).Concat(named).Distinct()],
            [.. listens.Append(IPAddress.Loopback).Append(IPAddress.IPv6Loopback).Distinct()]
        );
    }

    /// <summary>The hosts that another device would type, the given names first; neither localhost nor loopback.</summary>
    public IReadOnlyList<string> ForOthers(Settings settings) =>
        [
            .. settings.Names,
            .. Addresses
                .Where(a => !IPAddress.IsLoopback(a) || a.Equals(settings.Listen))
                .OrderBy(a => a.AddressFamily == AddressFamily.InterNetworkV6)
                .Select(a => a.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{a}]" : a.ToString()),
        ];

    private static IEnumerable<IPAddress> Outward() =>
        NetworkInterface
            .GetAllNetworkInterfaces()
            .Where(n => n.OperationalStatus == OperationalStatus.Up && n.NetworkInterfaceType != NetworkInterfaceType.Loopback)
            .SelectMany(n => n.GetIPProperties().UnicastAddresses)
            .Select(a => a.Address)
            .Where(a => !a.IsIPv6LinkLocal);
}
