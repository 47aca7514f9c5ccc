using Kalpa.Core.Facts;

namespace Kalpa.Core.Leaks;

/// <summary>Tests of a leak: minutes with set-up, how often they tell right, how they are made and what is dangerous about them. Figures from memory.</summary>
public static class LeakTestMethods
{
    private readonly record struct Row(int Minutes, double Sensitive, double Specific, string Name, string How, string Caution);

    private static Row Of(LeakTestKind test) =>
        test switch
        {
            LeakTestKind.ProbeSeam => new(
                5,
                0.70,
                0.90,
                "Probe the seam",
                "Run a blunt probe along the lap; look for dirt inside where it opens.",
                ""
            ),
            LeakTestKind.LiftLap => new(
                10,
                0.75,
                0.85,
                "Look under the lap",
                "Lift the piece above, breaking the seal where there is one; look for rust, dirt and wet, and close it again.",
                "Not where the covering is brittle."
            ),
            LeakTestKind.GutterLook => new(
                10,
                0.70,
                0.85,
                "Look into the gutter",
                "Look for blockage, a water line on the fascia and a stained back.",
                "Tie the ladder off; keep clear of service wires."
            ),
            LeakTestKind.Meter => new(
                5,
                0.85,
                0.75,
                "Moisture meter",
                "Read the stain, beside it and away from it. It says wet now, not why.",
                ""
            ),
            LeakTestKind.Attic => new(
                20,
                0.60,
                0.85,
                "Look from the attic",
                "Follow rust, stains and trails upslope from above the stain.",
                "Step on framing only; keep off wiring and loose insulation."
            ),
            LeakTestKind.AtticInRain => new(
                30,
                0.90,
                0.95,
                "Look from the attic while it rains",
                "Follow the wet trail upslope to where it starts.",
                "Step on framing only; keep off wet wiring."
            ),
            LeakTestKind.Dye => new(30, 0.75, 0.97, "Dye in the drain", "Put dye in the drain and look for its color inside.", ""),
            LeakTestKind.Flood => new(
                240,
                0.90,
                0.90,
                "Plug and flood",
                "Plug the drain, flood to 2 in and watch inside; leave the overflow open.",
                "Only with a structural engineer’s written yes."
            ),
            LeakTestKind.Infrared => new(
                60,
                0.75,
                0.75,
                "Infrared scan",
                "Scan one to three hours after a clear dry sunset; confirm by a core.",
                "Roof edges in the dark: two people, lights, tied off."
            ),
            LeakTestKind.RunEquipment => new(
                60,
                0.85,
                0.95,
                "Run the equipment on a dry day",
                "Run it, or drain the fixture, and watch the stain.",
                "Covers off is for the mechanic: electricity."
            ),
            LeakTestKind.SupplyMeter => new(
                30,
                0.85,
                0.95,
                "Watch the water meter",
                "Close all taps: a meter that moves means a supply line. Then run fixtures one by one.",
                ""
            ),
            LeakTestKind.HumidityLog => new(
                15,
                0.80,
                0.80,
                "Log humidity for a week",
                "Leave a logger in the attic; compare the dew point with the deck’s temperature.",
                ""
            ),
            LeakTestKind.WaitForWeather => new(
                5,
                0.70,
                0.90,
                "Wait for the same weather",
                "Have the owner take a photo with the time when it leaks next.",
                ""
            ),
            _ => new(
                35,
                0.85,
                0.90,
                "Hose test",
                "Start dry, with someone watching inside. One detail at a time, low to high, those above and beside masked; 10 to 15 minutes each (20 to 30 on tile, walls and low slope), then wait 10. At the first drip stop and note the minute.",
                "Stop at wet wiring, a bulging ceiling or a soft deck. Never at the same time as another test."
            ),
        };

    public static int Minutes(LeakTestKind test) => Of(test).Minutes;

    public static string Name(LeakTestKind test) => Of(test).Name;

    public static string How(LeakTestKind test) => Of(test).How;

    public static string Caution(LeakTestKind test) => Of(test).Caution;

    /// <summary>A test in the words of the way in that is tested: what has no seam is not probed along one.</summary>
    internal static string Name(LeakTestKind test, LeakKind kind) => Close(test, kind)?.Name ?? Name(test);

    internal static string How(LeakTestKind test, LeakKind kind) => Close(test, kind)?.How ?? How(test);

    private static (string Name, string How)? Close(LeakTestKind test, LeakKind kind) =>
        (test, kind.Key) switch
        {
            (LeakTestKind.ProbeSeam, "washers") => (
                "Look at the washers",
                "Turn each screw by hand; look for cracked rubber and rust under its washer."
            ),
            (LeakTestKind.ProbeSeam, "puncture" or "backed-out-fastener") => (
                "Look over the membrane",
                "Sweep it; probe each cut, blister and raised fastener, and press beside it for water."
            ),
            _ => null,
        };

    /// <summary>How often a test shows the way in when it is one, and stays dry when it is not; a slow path shows half as often in a hose test's time.</summary>
    public static (double Sensitive, double Specific) Rates(LeakTestKind test, LeakKind kind)
    {
        var row = Of(test);
        return test == LeakTestKind.Hose && kind.Signature == LeakSignature.SlowStore
            ? (SlowPath, row.Specific)
            : (row.Sensitive, row.Specific);
    }

    private const double SlowPath = 0.5;

    /// <summary>Whether a test brings water of its own: then nothing else may run beside it, or nobody knows which of the two it was.</summary>
    public static bool BringsWater(LeakTestKind test) =>
        test is LeakTestKind.Hose or LeakTestKind.Flood or LeakTestKind.Dye or LeakTestKind.RunEquipment;

    /// <summary>Whether a test of one way in tells of this one as well.</summary>
    public static bool Covers(LeakTestKind test, LeakKind kind) =>
        test switch
        {
            LeakTestKind.SupplyMeter => kind.Key == "supply-pipe",
            LeakTestKind.HumidityLog => kind.Key == "attic-condensation",
            LeakTestKind.GutterLook => kind.Key == "gutter-overflow",
            _ => false,
        };

    /// <summary>Tests that can be made of a way in, the gentlest first.</summary>
    public static IReadOnlyList<LeakTestKind> For(LeakKind kind) =>
        kind.Key switch
        {
            "gutter-overflow" => [LeakTestKind.GutterLook, LeakTestKind.Hose],
            "field-seam" or "base-flashing" or "curb-flashing" or "pitch-pan" or "split" or "metal-seam" =>
            [
                LeakTestKind.ProbeSeam,
                LeakTestKind.Hose,
            ],
            "puncture" or "backed-out-fastener" or "washers" => [LeakTestKind.ProbeSeam],
            "wet-insulation" => [LeakTestKind.Meter, LeakTestKind.Infrared],
            "drain-clamp" or "scupper-box" => [LeakTestKind.Hose],
            "interior-leader" => [LeakTestKind.Dye],
            "underlayment"
            or "broken-piece"
            or "low-nails"
            or "nail-pop"
            or "valley-lining"
            or "valley-nails"
            or "kick-out"
            or "step-flashing"
            or "boot-flange" => [LeakTestKind.LiftLap, LeakTestKind.Hose],
            "attic-condensation" => [LeakTestKind.HumidityLog],
            "fan-duct" or "flue-condensate" or "skylight-unit" => [LeakTestKind.Attic, LeakTestKind.HumidityLog],
            "air-handler-pan" or "cold-pipe" or "waste-pipe" or "fixture-above" or "sprinkler" or "water-heater" =>
            [
                LeakTestKind.RunEquipment,
            ],
            "supply-pipe" => [LeakTestKind.SupplyMeter],
            "ice-dam" or "snow-vent" or "gable-vent" => [LeakTestKind.WaitForWeather],
            _ => [LeakTestKind.Hose],
        };

    /// <summary>Details that one hose position wets together: a wall with what stands in it, a chimney with its flashings.</summary>
    private static readonly string[][] Zones =
    [
        ["wall-or-window", "headwall-apron", "step-flashing", "kick-out"],
        ["masonry", "chimney-flashing", "chimney-back"],
    ];

    /// <summary>Tests by how much doubt they take away for their time; of near equals the gentler one first.</summary>
    internal static IReadOnlyList<LeakTestPlan> Next(List<Weighed> weighed, double[] chances)
    {
        var plans = new List<(LeakTestPlan Plan, double PerMinute, int Risk)>();
        var candidates = Enumerable
            .Range(0, weighed.Count)
            .OrderByDescending(i => chances[i])
            .Take(MostWeighed)
            .Where(i => chances[i] >= LeastChance);
        var asked = new HashSet<(LeakTestKind, string)>();
        foreach (var i in candidates)
        {
            foreach (var test in For(weighed[i].Kind))
            {
                if (asked.Add((test, weighed[i].Kind.Key)))
                {
                    Add(test, [i]);
                }
            }
        }
        foreach (var zone in Zones)
        {
            List<int> members =
            [
                .. Enumerable.Range(0, weighed.Count).Where(i => zone.Contains(weighed[i].Kind.Key) && chances[i] >= LeastChance),
            ];
            if (members.Count > 1)
            {
                Add(LeakTestKind.Hose, members);
            }
        }
        var best = plans.Count == 0 ? 0 : plans.Max(p => p.PerMinute);
        return
        [
            .. plans
                .Where(p => p.Plan.Bits >= LeastBits)
                .OrderByDescending(p => p.PerMinute >= best * NearEqual)
                .ThenBy(p => p.PerMinute >= best * NearEqual ? p.Risk : 0)
                .ThenByDescending(p => p.PerMinute)
                .Take(MostTests)
                .Select(p => p.Plan),
        ];

        void Add(LeakTestKind test, List<int> members)
        {
            var bits = Bits(test, members, weighed, chances);
            var plan = new LeakTestPlan(
                test,
                members.Count == 1
                    ? $"{Name(test, weighed[members[0]].Kind)}: {weighed[members[0]].Kind.Words}"
                    : $"{Name(test)}, all of {Listed(members)}",
                [.. members.Select(m => weighed[m].Kind.Key)],
                Minutes(test),
                Quantise.Chance(bits),
                How(test, weighed[members[0]].Kind),
                Caution(test),
                members.Count == 1 ? weighed[members[0]].FindingId ?? weighed[members[0]].DetailId : null
            );
            plans.Add((plan, bits / Minutes(test), Risk(test)));
        }

        string Listed(List<int> members) => string.Join(", ", members.Select(m => weighed[m].Kind.Words));
    }

    private const int MostWeighed = 12;
    private const int MostTests = 4;
    private const double LeastChance = 0.02;
    private const double LeastBits = 0.01;
    private const double NearEqual = 0.9;

    private static int Risk(LeakTestKind test) =>
        test switch
        {
            LeakTestKind.Hose or LeakTestKind.Attic or LeakTestKind.AtticInRain or LeakTestKind.Infrared => 2,
            LeakTestKind.Flood => 3,
            LeakTestKind.LiftLap or LeakTestKind.GutterLook => 1,
            _ => 0,
        };

    /// <summary>Expected fall of the doubt (entropy, bits) about which way in it is.</summary>
    private static double Bits(LeakTestKind test, List<int> members, List<Weighed> weighed, double[] chances)
    {
        var sum = chances.Sum();
        var wet = 0.0;
        var given = new double[chances.Length];
        for (var i = 0; i < chances.Length; i++)
        {
            var kind = i < weighed.Count ? weighed[i].Kind : null;
            var (sensitive, specific) = kind is null ? Rates(test, weighed[members[0]].Kind) : Rates(test, kind);
            given[i] = members.Contains(i) ? sensitive : 1 - specific;
            wet += chances[i] / sum * given[i];
        }
        double Doubt(Func<int, double> weight)
        {
            var all = Enumerable.Range(0, chances.Length).Sum(weight);
            return all <= 0
                ? 0
                : -Enumerable.Range(0, chances.Length).Select(i => weight(i) / all).Where(p => p > 0).Sum(p => p * Math.Log2(p));
        }
        var before = Doubt(i => chances[i]);
        return before - (wet * Doubt(i => chances[i] * given[i])) - ((1 - wet) * Doubt(i => chances[i] * (1 - given[i])));
    }
}
