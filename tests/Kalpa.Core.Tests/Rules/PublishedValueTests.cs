using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>
/// Every published value that a limit uses, beside its section. Values from memory of the sections named, recorded apart from the book; to be confirmed with
/// the adopted edition.
/// </summary>
public class PublishedValueTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    public static TheoryData<string, double?, double?, string> Values =>
        new()
        {
            { "least-slope-asphalt", 2, null, "R905.2.2" },
            { "single-underlay-asphalt", 4, null, "R905.1.1" },
            { "double-underlay-asphalt", 2, null, "R905.2.2" },
            { "double-underlay-tile", 2.5, null, "R905.3.2" },
            { "least-slope-tile", 2.5, null, "R905.3.2" },
            { "single-underlay-tile", 4, null, "R905.3" },
            { "least-slope-slate", 4, null, "R905.6.2" },
            { "least-slope-wood", 3, null, "R905.7.2" },
            { "least-slope-metal-lapped", 3, null, "R905.10.2" },
            { "least-slope-metal-sealed", 0.5, null, "R905.10.2" },
            { "lapped-sealed", 0.5, null, "R905.10.2" },
            { "lapped-unsealed", 3, null, "R905.10.2" },
            { "least-slope-roll", 1, null, "R905.5.2" },
            { "least-slope-shake", 3, null, "R905.8.2" },
            { "least-slope-shake-commercial", 4, null, "1507.9" },
            { "least-slope-metal-shingle", 3, null, "R905.4.2" },
            { "least-slope-coal-tar", 0.125, null, "R905.9.1" },
            { "least-slope-drained", 0.25, null, "R905.10.2" }, // standing seam
            { "least-slope-membrane", 0.25, null, "R905.9.1" },
            { "drip-edge-lap", 2, null, "R905.2.8.5" },
            { "drip-edge-down", 0.25, null, "R905.2.8.5" },
            { "drip-edge-back", 2, null, "R905.2.8.5" },
            { "edge-fastener-spacing", null, 12, "R905.2.8.5" },
            { "nails-per-strip", 4, null, "R905.2.6" },
            { "nails-per-strip-6", 6, null, "R905.2.6" },
            { "nail-penetration", 0.75, null, "R905.2.5" },
            { "nail-head", 0.375, null, "R905.2.5" },
            { "nail-shank", 0.105, null, "R905.2.5" }, // 12 gauge wire
            { "step-flashing-leg", 4, null, "R905.2.8.3" },
            { "step-flashing-roof-leg", 4, null, "R905.2.8.3" },
            { "valley-lining-width", 24, null, "R905.2.8.2" },
            { "valley-lining-closed", 36, null, "R905.2.8.2" },
            { "skylight-curb", 4, null, "R308.6.8" },
            { "slate-headlap-4", 4, null, "R905.6.5" },
            { "slate-headlap", 3, null, "R905.6.5" },
            { "slate-headlap-20", 2, null, "R905.6.5" },
            { "flue-clearance-single-listed-gas", 6, null, "M1803" },
            { "flue-clearance-single-gas", 9, null, "M1803" },
            { "flue-clearance-single-oil-solid", 18, null, "M1803" },
            { "flue-clearance-masonry-inside", 2, null, "R1003.18" },
            { "flue-clearance-masonry-outside", 1, null, "R1003.18" },
            { "tile-valley-width", 11, null, "R905.3.8" },
            { "tile-valley-rib", 1, null, "R905.3.8" },
            { "metal-shingle-valley-rib", 0.75, null, "R905.4.6" },
            { "metal-shingle-valley-width", 8, null, "R905.4.6" },
            { "wood-valley-width", 10, null, "R905.7.6" },
            { "wood-valley-width-steep", 7, null, "R905.7.6" },
            { "shake-valley-width", 11, null, "R905.8.8" },
            { "slate-valley-width", 7.5, null, "R905.6.6" }, // 15 in wide, half each way
            { "shake-exposure-18", null, 7.5, "R905.8.6" },
            { "shake-exposure-24", null, 10, "R905.8.6" },
            { "width-without-cricket", null, 30, "R903.2.2" },
            { "cricket-height-12", 50, null, "R1003.20" }, // W/2
            { "cricket-height-8", 33.3, null, "R1003.20" }, // W/3
            { "cricket-height-6", 25, null, "R1003.20" }, // W/4
            { "cricket-height-4", 16.7, null, "R1003.20" }, // W/6
            { "cricket-height-3", 12.5, null, "R1003.20" }, // W/8
            { "chimney-above-roof", 36, null, "R1003.9" },
            { "chimney-above-near", 24, null, "R1003.9" },
            { "vent-height", 6, null, "P3103.1" },
            { "vent-over-opening", 36, null, "P3103.5" },
            { "vent-over-deck", 84, null, "P3103.1" },
            { "equipment-to-edge", 120, null, "304.11" },
            { "wood-exposure-16-low", null, 3.75, "R905.7.5" },
            { "wood-exposure-16", null, 5, "R905.7.5" },
            { "wood-exposure-18-low", null, 4.25, "R905.7.5" },
            { "wood-exposure-18", null, 5.5, "R905.7.5" },
            { "wood-exposure-24-low", null, 5.75, "R905.7.5" },
            { "wood-exposure-24", null, 7.5, "R905.7.5" },
            { "gas-vent-height-0", 12, null, "G2427.6.4" },
            { "gas-vent-height-6", 15, null, "G2427.6.4" },
            { "gas-vent-height-7", 18, null, "G2427.6.4" },
            { "gas-vent-height-8", 24, null, "G2427.6.4" },
            { "gas-vent-height-9", 30, null, "G2427.6.4" },
            { "gas-vent-height-10", 39, null, "G2427.6.4" },
            { "gas-vent-height-11", 48, null, "G2427.6.4" },
            { "gas-vent-height-12", 60, null, "G2427.6.4" },
            { "gas-vent-height-14", 72, null, "G2427.6.4" },
            { "gas-vent-height-16", 84, null, "G2427.6.4" },
            { "gas-vent-height-18", 90, null, "G2427.6.4" },
            { "gas-vent-height-20", 96, null, "G2427.6.4" },
            { "scupper-height", 4, null, "R903.4.1" },
            { "overflow-sill", null, 2, "R903.4.1" },
            { "overflow-ratio", 3, null, "R903.4.1" },
            { "layers", null, 2, "R908.3.1.1" },
            { "layers-membrane", null, 2, "IBC" },
            { "layers-membrane-house", null, 2, "R908.3.1.1" },
            { "layers-tile", null, 1, "R908.3.1.1" }, // slate and tile may not be roofed over
            { "ice-barrier-width", null, 0, "R905.1.2" },
            { "ice-barrier-inside", 24, null, "R905.1.2" },
            { "ice-barrier-along", 36, null, "R905.1.2" },
            { "vent-ratio", null, 150, "R806.2" },
            { "vent-ratio-balanced", null, 300, "R806.2" },
            { "vent-high-share", 40, 50, "R806.2" },
            { "air-gap", 1, null, "R806.3" },
            { "repaired-share", null, 25, "706.1.1" },
            { "above-deck-r", 25, null, "C402.1.3" }, // zones 0–3
            { "above-deck-r-4", 30, null, "C402.1.3" }, // zones 4–6
            { "above-deck-r-7", 35, null, "C402.1.3" }, // zones 7–8
            { "wood-moisture", null, 20, "Wood Handbook" },
            { "anodic-normal", null, 250, "MIL-STD-889" },
        };

    [Theory]
    [MemberData(nameof(Values))]
    public void Holds_the_published_value(string limitId, double? least, double? most, string section)
    {
        var limit = Book.Limits.Single(l => l.Id == limitId);
        limit.Least.ShouldBe(least);
        limit.Most.ShouldBe(most);
        limit.SourceClass.ShouldBe(SourceClass.Published);
        limit.Source.ShouldContain(section);
    }

    [Fact]
    public void No_published_limit_goes_unchecked() =>
        Book
            .Limits.Where(l => l.SourceClass == SourceClass.Published)
            .Select(l => l.Id)
            .Except(Values.Select(v => v.Data.Item1))
            .ShouldBeEmpty();

    // Table R1003.20: the share falls with the pitch, and each step of the table covers its own pitches.
    [Fact]
    public void A_flatter_roof_never_asks_a_higher_cricket()
    {
        var rows = Book.LimitsOn("cricket-height").OrderBy(l => l.PitchFrom).ToList();
        rows.Select(r => r.Least!.Value).ShouldBeInOrder();
        rows.Zip(rows.Skip(1)).ShouldAllBe(pair => pair.First.PitchBelow == pair.Second.PitchFrom);
    }

    // Anodic index tables (values from memory), in volts: what is everyday and what eats.
    [Theory]
    [InlineData(0.35, 1.25, true)] // copper and zinc
    [InlineData(0.35, 0.90, true)] // copper and aluminium
    [InlineData(0.50, 0.90, true)] // stainless in aluminium: by the table alone too far; with a washer everyday practice
    [InlineData(0.90, 0.95, false)] // aluminium alloys
    [InlineData(0.35, 0.50, false)] // copper and stainless
    public void The_galvanic_limit_parts_what_eats_from_what_does_not(double noble, double other, bool eats)
    {
        var limit = Book.Limits.Single(l => l.Id == "anodic-normal");
        (Math.Round((other - noble) * 1000) > limit.Most).ShouldBe(eats);
    }
}
