using System.Text.Json;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>
/// Against an independent library: skeletons of footprints in reference/skeletons.json, made by reference/makeSkeletons.mjs (npm straight-skeleton
/// 3.0.0, unweighted, single precision). Every node of the one lies at a node of the other.
/// </summary>
public sealed class SkeletonReferenceTests
{
    private const int Footprints = 22;

    /// <summary>Feet: the reference keeps seven digits of places up to 66 ft, and near-degenerate corners lose some of them.</summary>
    private const double Slack = 2e-3;

    private static readonly JsonElement Reference = JsonDocument
        .Parse(File.ReadAllText(Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/RoofPlans/reference/skeletons.json")))
        .RootElement;

    public static TheoryData<string> Names() => [.. Reference.EnumerateArray().Select(f => f.GetProperty("name").GetString()!)];

    [Fact]
    public void TheReferenceIsWhole() => Reference.GetArrayLength().ShouldBe(Footprints);

    [Theory]
    [MemberData(nameof(Names))]
    public void EveryNodeAgreesWithTheReference(string name)
    {
        var footprint = Reference.EnumerateArray().First(f => f.GetProperty("name").GetString() == name);
        var corners = footprint
            .GetProperty("corners")
            .EnumerateArray()
            .Select(c => new FootprintCorner(c[0].GetDouble() * 12, c[1].GetDouble() * 12, 12))
            .ToList();
        var theirs = footprint.GetProperty("nodes").EnumerateArray().Select(n => (n[0].GetDouble(), n[1].GetDouble(), n[2].GetDouble()));

        var answer = StraightSkeleton.Of(corners);

        answer.Problems.ShouldBeEmpty();
        var ours = answer.Faces.SelectMany(f => f.Corners).Select(c => (c.X / 12, c.Y / 12, c.Z / 12)).Distinct().ToList();
        Missing(theirs, ours).ShouldBeEmpty("nodes of the reference that are not ours");
        Missing(ours, [.. theirs]).ShouldBeEmpty("nodes of ours that the reference has not");
    }

    private static IEnumerable<(double X, double Y, double Z)> Missing(
        IEnumerable<(double X, double Y, double Z)> wanted,
        List<(double X, double Y, double Z)> there
    ) => wanted.Where(w => there.All(t => Math.Abs(t.X - w.X) + Math.Abs(t.Y - w.Y) + Math.Abs(t.Z - w.Z) > Slack));
}
