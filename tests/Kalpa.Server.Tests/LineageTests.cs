using Kalpa.Store.Facts;

namespace Kalpa.Server.Tests;

/// <summary>
/// The line of a fact's versions against a simple oracle: random changes on three devices, cut off and sent in any order, thousands of runs. The
/// oracle looks at what each device had seen when it wrote; it knows nothing of bases.
/// </summary>
public class LineageTests
{
    private const int Runs = 4_000;

    private sealed record Written(Store.Facts.Version Version, HashSet<Guid> Seen);

    [Fact]
    public void What_stands_is_what_no_other_was_written_with_knowledge_of_whatever_the_order_of_arrival()
    {
        for (var seed = 0; seed < Runs; seed++)
        {
            var random = new Random(seed);
            var written = Write(random);
            var standing = written
                .Where(w => !written.Any(o => o.Seen.Contains(w.Version.Id)))
                .Select(w => w.Version.Content)
                .Order(StringComparer.Ordinal)
                .ToList();
            var arrived = written.Select(w => w.Version).OrderBy(_ => random.Next()).ToList();
            var (head, found) = Lineage.Of(arrived);
            found.Select(v => v.Content).Order(StringComparer.Ordinal).SequenceEqual(standing).ShouldBeTrue($"seed {seed}");
            standing.Contains(head.Content).ShouldBeTrue($"seed {seed}");
            head.ShouldBe(arrived.Last(v => standing.Contains(v.Content)), $"seed {seed}");
        }
    }

    /// <summary>Each device knows a set of versions; it writes on its newest, meets another device, or a person settles what it sees.</summary>
    private static List<Written> Write(Random random)
    {
        var all = new List<Written>();
        var known = Enumerable.Range(0, 3).Select(_ => new List<Written>()).ToArray();
        for (var step = random.Next(2, 14); step > 0; step--)
        {
            var device = random.Next(3);
            if (random.Next(3) == 0)
            {
                foreach (var version in known[random.Next(3)].Where(v => !known[device].Contains(v)).ToList())
                {
                    known[device].Add(version);
                }
                continue;
            }
            // A device goes on from one version it sees standing; settling is choosing over all others it sees.
            var standing = known[device].Where(v => !known[device].Any(o => o.Seen.Contains(v.Version.Id))).ToList();
            var on = standing.Count == 0 ? null : standing[random.Next(standing.Count)];
            var over = random.Next(3) == 0 ? standing.Where(v => v != on).ToList() : [];
            var seen = new HashSet<Guid>();
            foreach (var before in over.Concat(on is null ? [] : new[] { on }))
            {
                seen.Add(before.Version.Id);
                seen.UnionWith(before.Seen);
            }
            var id = Guid.CreateVersion7();
            var written = new Written(
                new Store.Facts.Version(id, on?.Version.Id, [.. over.Select(o => o.Version.Id)], $"content {id}"),
                seen
            );
            all.Add(written);
            known[device].Add(written);
        }
        if (all.Count == 0)
        {
            all.Add(new Written(new Store.Facts.Version(Guid.CreateVersion7(), null, [], "alone"), []));
        }
        return all;
    }

    [Fact]
    public void Two_versions_that_say_the_same_ask_nobody()
    {
        var first = new Store.Facts.Version(Guid.CreateVersion7(), null, [], "looked");
        var second = new Store.Facts.Version(Guid.CreateVersion7(), null, [], "looked");
        Lineage.Of([first, second]).Standing.ShouldHaveSingleItem();
    }

    [Fact]
    public void A_ring_of_bases_shows_what_came_last()
    {
        var (a, b) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        Lineage.Of([new(a, b, [], "a"), new(b, a, [], "b")]).Head.Content.ShouldBe("b");
    }
}
