using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>
/// Stated chances beside what happens in simulation: sources drawn by prior and place, answers by tables that are off from the desk's by a factor (log-normal, 0.5),
/// as a firm's real leaks will be.
/// </summary>
public sealed class LeakCalibrationTests(ITestOutputHelper output)
{
    private sealed record Drawn(LeakRequest Request, string Source);

    private static readonly string[] Things = ["boot", "flue", "chimney", "skylight", "wallEnd", "vent", "mount"];

    private static double Off(Random random)
    {
        var normal = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        return Math.Exp(0.5 * normal);
    }

    private static T Pick<T>(Random random, IReadOnlyList<(T Item, double Weight)> from)
    {
        var at = random.NextDouble() * from.Sum(f => f.Weight);
        foreach (var (item, weight) in from)
        {
            at -= weight;
            if (at <= 0)
            {
                return item;
            }
        }
        return from[^1].Item;
    }

    private static List<Drawn> Draw(int count, int seed)
    {
        var random = new Random(seed);
        var answers = LeakLikelihoods.Answers.ToList();
        var real = answers.SelectMany(a => Enum.GetValues<LeakSignature>().Select(s => (a, s))).ToDictionary(k => k, _ => Off(random));
        var drawn = new List<Drawn>();
        while (drawn.Count < count)
        {
            var years = random.Next(1, 30);
            var details = Enumerable
                .Range(0, random.Next(2, 5))
                .Select(_ => new LeakDetail(Things[random.Next(Things.Length)], random.Next(0, 12), random.Next(-4, 5)))
                .DistinctBy(d => d.Kind)
                .ToList();
            var blank = new LeakRequest(
                "laminatedShingle",
                [],
                years,
                years + random.Next(0, 40),
                Assembly: LeakAssembly.Rafters,
                Details: details
            );
            // What the desk would say with no answer at all is the prior: the source is drawn from it.
            var prior = LeakDesk.Of(blank, RuleBook.Current).Candidates;
            var source = Pick(random, [.. prior.Select(c => (c.Kind, c.Chance * Off(random)))]);
            var signature = LeakKinds.Find(source)?.Signature ?? LeakSignature.Other;
            var when = Pick(random, [.. answers.Select(a => (a, LeakLikelihoods.Percent(a, signature) * real[(a, signature)]))]);
            var shape = Pick(random, [.. Enum.GetValues<StainShape>().Select(s => (s, LeakLikelihoods.Percent(s, signature)))]);
            drawn.Add(new Drawn(blank with { When = [when], Shape = shape }, source));
        }
        return drawn;
    }

    [Fact]
    public void Stated_chances_come_true_about_as_often_as_they_say()
    {
        var drawn = Draw(1200, 11);
        var bins = new (double Said, int Right, int Count)[5];
        var (brier, first, three) = (0.0, 0, 0);
        foreach (var (request, source) in drawn)
        {
            var candidates = LeakDesk.Of(request, RuleBook.Current).Candidates;
            var leader = candidates[0];
            var right = leader.Kind == source;
            first += right ? 1 : 0;
            three += candidates.Take(3).Any(c => c.Kind == source) ? 1 : 0;
            brier += candidates.Sum(c => Math.Pow(c.Chance - (c.Kind == source ? 1 : 0), 2));
            var bin = Math.Min(4, (int)(leader.Chance * 5));
            bins[bin] = (bins[bin].Said + leader.Chance, bins[bin].Right + (right ? 1 : 0), bins[bin].Count + 1);
        }
        output.WriteLine(
            $"first {(double)first / drawn.Count:P0}, first three {(double)three / drawn.Count:P0}, Brier {brier / drawn.Count:0.00}"
        );
        foreach (var (said, right, count) in bins.Where(b => b.Count > 0))
        {
            output.WriteLine($"said {said / count:0.00}, right {(double)right / count:0.00} of {count}");
        }
        (brier / drawn.Count).ShouldBeLessThan(0.8);
        foreach (var (said, right, count) in bins.Where(b => b.Count >= 80))
        {
            // Sampling error of a bin, and what the tables are off by.
            ((double)right / count).ShouldBe(said / count, 0.15 + (2 * Math.Sqrt(0.25 / count)));
        }
    }

    [Fact]
    public void The_chosen_test_shortens_the_search()
    {
        var drawn = Draw(160, 12).Where(d => d.Source != LeakKinds.SomethingElse).ToList();
        var (chosen, anyOrder) = (
            Minutes(drawn, (plans, _) => plans[0], 3),
            Minutes(drawn, (plans, dice) => plans[dice.Next(plans.Count)], 3)
        );
        output.WriteLine($"minutes to 85% or ten tests, mean: chosen {chosen:0}, any order {anyOrder:0}");
        chosen.ShouldBeLessThan(anyOrder);
    }

    private static double Minutes(List<Drawn> drawn, Func<IReadOnlyList<LeakTestPlan>, Random, LeakTestPlan> choose, int seed)
    {
        var dice = new Random(seed);
        var spent = new List<double>();
        foreach (var (request, source) in drawn)
        {
            var (now, minutes) = (request, 0.0);
            for (var i = 0; i < 10; i++)
            {
                var answer = LeakDesk.Of(now, RuleBook.Current);
                if (answer.Candidates[0].Chance >= 0.85 || answer.Tests.Count == 0)
                {
                    break;
                }
                var plan = choose(answer.Tests, dice);
                minutes += plan.Minutes;
                var (sensitive, specific) = LeakTestMethods.Rates(plan.Test, LeakKinds.Find(plan.Kinds[0])!);
                var wet = dice.NextDouble() < (plan.Kinds.Contains(source) ? sensitive : 1 - specific);
                now = now with
                {
                    Tests =
                    [
                        .. now.Tests ?? [],
                        .. plan.Kinds.Select(k => new LeakTested(k, plan.Test, wet ? LeakTestResult.Wet : LeakTestResult.Dry)),
                    ],
                };
            }
            spent.Add(minutes);
        }
        spent.Sort();
        return spent.Average();
    }
}
