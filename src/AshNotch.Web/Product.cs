using System.Reflection;

namespace AshNotch.Web;

/// <summary>What the program says of itself.</summary>
public static class Product
{
    /// <summary>The version, as <c>1.2.3</c>.</summary>
    public static string Version { get; } =
        typeof(Product).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()!.InformationalVersion.Split('+')[0];

    /// <summary>What stands in files that it makes.</summary>
    public static string MadeBy => $"Ash Notch {Version}";
}
