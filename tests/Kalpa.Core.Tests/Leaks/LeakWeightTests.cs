using Kalpa.Core.Leaks;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>
/// The weights of the ways in, for shingle, tile, metal and low slope, by signature and clock: planning figures from memory, held as they are written down. Where the ranking is told in steps of five percent,
/// a weight that changed could hide.
/// </summary>
public sealed class LeakWeightTests
{
    private static readonly Dictionary<string, string> Weights = new()
    {
        ["AnyRain, Wears"] =
            "pipe-boot 12/6/7/4 flue-collar 3/3/3/2 skylight-flashing 6/6/6/5 chimney-flashing 9/8/7/4 covering-worn 3/1/2/4 metal-seam 0/0/8/0 washers 0/0/10/0 field-seam 0/0/0/12 base-flashing 0/0/0/12 pitch-pan 0/0/0/12 curb-flashing 0/0/0/8 split 0/0/0/5 chase-cover 5/5/5/0",
        ["AnyRain, BuiltWrong"] =
            "boot-flange 4/3/2/0 step-flashing 5/5/4/0 slope-too-low 5/5/4/0 tie-in 5/4/4/4 solar-foot 3/4/1/2 scupper-box 0/0/0/6 balcony 2/2/2/2",
        ["AnyRain, Chance"] = "nail-pop 2/0/0/0 broken-piece 4/6/2/0 mount 5/3/3/4 puncture 0/0/0/8",
        ["AnyRain, NailRust"] = "valley-nails 3/2/2/0 low-nails 4/0/0/0 backed-out-fastener 0/0/0/3",
        ["Volume, BuiltWrong"] = "chimney-back 4/4/4/2 kick-out 4/4/2/0 dead-pocket 6/6/5/3 eave-edge 2/2/1/0",
        ["Volume, Wears"] = "valley-lining 8/10/6/0 underlayment 1/12/1/0 drain-clamp 0/0/0/8 interior-leader 0/0/0/5",
        ["Volume, Chance"] = "gutter-overflow 5/3/3/2",
        ["Wind, BuiltWrong"] = "headwall-apron 3/3/3/0 rake 1/1/2/0",
        ["Wind, Chance"] = "exhaust-hood 3/2/1/1 ridge-vent 2/1/3/0 gable-vent 2/2/2/0",
        ["Wind, Wears"] = "turbine 3/2/1/2 ridge-caps 2/4/3/0 coping 0/0/0/7 wall-or-window 6/6/6/4 parapet 0/0/0/7 unit-cabinet 0/0/0/5",
        ["Thaw, Chance"] = "ice-dam 8/4/2/1 snow-vent 1/1/1/1",
        ["SlowStore, Chance"] = "wet-insulation 0/0/0/4",
        ["SlowStore, Wears"] = "masonry 5/5/5/3",
        ["Condensation, Chance"] = "attic-condensation 4/1/4/4 flue-condensate 2/2/2/1",
        ["Condensation, BuiltWrong"] = "fan-duct 4/3/3/1",
        ["Condensation, Wears"] = "skylight-unit 3/3/3/3",
        ["Equipment, Chance"] = "air-handler-pan 6/6/6/6 cold-pipe 2/2/2/2",
        ["Piping, Chance"] = "supply-pipe 4/4/4/4 waste-pipe 3/3/3/3 fixture-above 4/4/4/4 sprinkler 1/1/1/1 water-heater 2/2/2/2",
    };

    [Fact]
    public void Ways_in_weigh_what_is_written_down() =>
        LeakKinds
            .All.GroupBy(k => $"{k.Signature}, {k.Clock}")
            .ToDictionary(g => g.Key, g => string.Join(' ', g.Select(k => $"{k.Key} {string.Join('/', k.Weights)}")))
            .ShouldBe(Weights, ignoreOrder: true);

    [Fact]
    public void What_is_on_no_list_weighs_six() => LeakKinds.SomethingElseWeight.ShouldBe(6);
}
