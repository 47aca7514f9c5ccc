using System.Security.Cryptography;
using System.Text;

namespace Kalpa.Demo;

/// <summary>Ids of the demo's facts: the same name gives the same id at every start, in the form of a version 7 UUID of one fixed moment.</summary>
internal static class DemoIds
{
    private const string Prefix = "019ee1f1c000";

    public static Guid Of(string name)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(name)));
        return Guid.ParseExact($"{Prefix}7{hash[..3]}8{hash[3..6]}{hash[6..18]}", "N");
    }
}
