using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Bench;

/// <summary>
/// How often the stated 80 % range of remaining life holds the truth, in three worlds of made-up roofs. Lives and looks come from a generator that is not the model's:
/// lives are lognormal through the covering's low and high figure, and the wear that one sees is the share of life used with a normal error. In the second world
/// ratings are off by one stage, in the third some roofs fail early. Only standing roofs are rated.
/// </summary>
internal static class CalibrationBench
{
    private const double LeastHeld = 0.78;
    private const double MostHeldClean = 0.86;

    /// <summary>Normal score of the reference life's low and high figure, its tenth and ninetieth percentile.</summary>
    private const double TenthScore = 1.2816;

    /// <summary>Standard error of the share of life used, as one sees it: a twelfth of a life.</summary>
    private const double LookError = 0.085;

    private const double OffByOne = 0.15;
    private const double FailEarly = 0.10;
    private static readonly DateOnly Day = new(2026, 9, 14);

    private enum World
    {
        Clean,
        RatingsOffByOne,
        EarlyFailures,
    }

    public static int Run(int roofs, int seed)
    {
        var coverings = RuleBook.Current.Coverings.Where(c => c.KeepsWaterOut is null).ToList();
        var each = (roofs + coverings.Count - 1) / coverings.Count;
        Console.WriteLine(
            $"{each * coverings.Count} roofs a world, {coverings.Count} coverings, seed {seed}; stated 80 % ranges that held the truth:"
        );
        var good = true;
        foreach (var world in Enum.GetValues<World>())
        {
            var held = coverings.AsParallel().AsOrdered().Select((c, i) => (c.Name, Held: Held(c, world, each, seed + i))).ToList();
            var all = held.Average(h => h.Held);
            var right = all >= LeastHeld && (world != World.Clean || all <= MostHeldClean);
            good &= right;
            var parts = string.Join(", ", held.Select(h => $"{h.Name} {Percent(h.Held)}"));
            Console.WriteLine($"{Name(world)}: {Percent(all)} (aim {Aim(world)}){(right ? "" : " MISSED")}: {parts}");
        }
        return good ? 0 : 1;
    }

    private static double Held(Covering covering, World world, int roofs, int seed)
    {
        var random = new Random(seed);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        var spread = Math.Log(reference.High / reference.Low) / (2 * TenthScore);
        var median = Math.Sqrt(reference.High * reference.Low);
        var (held, rated) = (0, 0);
        while (rated < roofs)
        {
            var early = world == World.EarlyFailures && random.NextDouble() < FailEarly;
            var life = early ? reference.Likely * (0.1 + 0.4 * random.NextDouble()) : median * Math.Exp(spread * Gauss(random));
            var laid = Day.Year - random.Next(1, (int)reference.High);
            var age = Day.Year - laid + (Day.DayOfYear / 365.25) - random.NextDouble();
            if (age >= life || age <= 0)
            {
                continue;
            }
            var stage = StageSeen(covering.Stages, age / life + LookError * Gauss(random));
            if (world == World.RatingsOffByOne && random.NextDouble() < OffByOne)
            {
                stage = Math.Clamp(stage + (random.Next(2) == 0 ? 1 : -1), 0, StageModel.LastStage - 1);
            }
            // A roof that stands is not rated as finished.
            stage = Math.Min(stage, StageModel.LastStage - 1);
            var facts = new LifeFacts(
                covering.Kind,
                WeatherExposure.Ordinary,
                laid,
                laid,
                AgeSource.Permit,
                1,
                [new StageShare(stage, 100)],
                Day
            );
            var left = RemainingLife.Of(RuleBook.Current, facts).Stated!;
            var truth = life - age;
            held += truth >= left.Low && truth <= left.High ? 1 : 0;
            rated++;
        }
        return (double)held / roofs;
    }

    private static int StageSeen(StageModel stages, double used)
    {
        var stage = 0;
        while (stage < StageModel.LastStage && used >= stages.Breaks[stage])
        {
            stage++;
        }
        return stage;
    }

    private static double Gauss(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static string Name(World world) =>
        world switch
        {
            World.Clean => "clean",
            World.RatingsOffByOne => $"{OffByOne:0 %} of ratings off by one",
            _ => $"{FailEarly:0 %} early failures",
        };

    private static string Aim(World world) => world == World.Clean ? $"{LeastHeld:0 %}–{MostHeldClean:0 %}" : $"at least {LeastHeld:0 %}";

    private static string Percent(double share) => string.Create(CultureInfo.InvariantCulture, $"{share * 100:0.0} %");
}
