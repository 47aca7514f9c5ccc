using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Leaks;

/// <summary>What a finding says of a leak: the way in, and how strongly the condition itself speaks for it.</summary>
public readonly record struct LeakSign(string Kind, double Evidence);

/// <summary>Which way in for water each condition of the rule book is; figures are planning figures from memory.</summary>
public static class LeakSigns
{
    /// <summary>Dirt inside an open seam: water has run there.</summary>
    private const double DirtInside = 6;

    /// <summary>A split or a hole that can be seen.</summary>
    private const double Hole = 5;

    /// <summary>Rusty nail tips, wood or insulation that reads wet.</summary>
    private const double ReadsWet = 3;

    /// <summary>Sunk filler, thick cement, stained wood, a part built wrong.</summary>
    private const double Wrong = 2;

    /// <summary>A patch: somebody looked for a leak here before.</summary>
    private const double Patched = 1.7;

    private static readonly Dictionary<string, LeakSign> ByCondition = Table(
        ("nail-pop", "nail-pop", Hole),
        ("nail-exposed", "nail-pop", Wrong),
        ("nail-torn-through", "nail-pop", Hole),
        ("nail-wrong", "low-nails", Wrong),
        ("nail-low", "low-nails", Wrong),
        ("nail-in-joint", "low-nails", Wrong),
        ("joint-offset-short", "low-nails", Wrong),
        ("staples-used", "low-nails", 1),
        ("headlap-short", "low-nails", Wrong),
        ("exposure-off", "low-nails", 1),
        ("glass-bare", "covering-worn", Hole),
        ("granules-lost", "covering-worn", 1),
        ("shingle-brittle", "covering-worn", 1),
        ("shingle-curled", "covering-worn", 1),
        ("drip-worn", "covering-worn", Wrong),
        ("wood-rotten", "covering-worn", Hole),
        ("shingle-missing", "broken-piece", Hole),
        ("shingle-split", "broken-piece", Hole),
        ("shingle-low-slope", "slope-too-low", Wrong),
        ("covering-too-flat", "slope-too-low", Wrong),
        ("tile-low-slope", "slope-too-low", Wrong),
        ("tie-in-over", "tie-in", Wrong),
        ("cement-shingle-broken", "broken-piece", Hole),
        ("repairs-several", "broken-piece", Patched),
        ("sealant-clear", "broken-piece", Patched),
        ("patch-odd", "broken-piece", Patched),
        ("mastic-makeshift", "broken-piece", Patched),
        ("underlayment-none", "underlayment", Hole),
        ("underlayment-perished", "underlayment", Hole),
        ("underlayment-order", "eave-edge", Wrong),
        ("tile-lifted", "broken-piece", Wrong),
        ("tile-valley-choked", "valley-lining", Hole),
        ("tile-valley-rib-flat", "valley-lining", Wrong),
        ("tile-valley-narrow", "valley-lining", Wrong),
        ("tile-pipe-sealant", "pipe-boot", Wrong),
        ("tile-cracked", "broken-piece", Hole),
        ("tile-missing", "broken-piece", Hole),
        ("tile-slipped", "broken-piece", Hole),
        ("tile-pan-broken", "broken-piece", Hole),
        ("slate-slipped", "broken-piece", Hole),
        ("slate-broken", "broken-piece", Hole),
        ("slate-headlap", "low-nails", Wrong),
        ("wood-missing", "broken-piece", Hole),
        ("wood-split", "broken-piece", Hole),
        ("rake-gap-open", "rake", Hole),
        ("ice-barrier-inside", "ice-dam", Wrong),
        ("ice-barrier-short", "ice-dam", Wrong),
        ("ice-barrier-along", "ice-dam", Wrong),
        ("gutter-behind", "eave-edge", Hole),
        ("gutter-clogged", "gutter-overflow", Hole),
        ("overshoot", "gutter-overflow", Hole),
        ("fascia-rotten", "gutter-overflow", Wrong),
        ("gutter-internal", "gutter-overflow", Hole),
        ("cement-thick", "chimney-flashing", Wrong),
        ("counter-flashing-missing", "chimney-flashing", Hole),
        ("counter-flashing-short", "chimney-flashing", Wrong),
        ("cement-as-flashing", "step-flashing", Wrong),
        ("step-flashing-missing", "step-flashing", Hole),
        ("apron-missing", "headwall-apron", Hole),
        ("headwall-gap", "headwall-apron", Hole),
        ("kickout-missing", "kick-out", Wrong),
        ("stucco-stained", "kick-out", Wrong),
        ("siding-decayed", "wall-or-window", Wrong),
        ("trim-joint-rot", "wall-or-window", Wrong),
        ("weeps-missing", "wall-or-window", Wrong),
        ("siding-on-roof", "step-flashing", 1),
        ("veneer-leaning", "wall-or-window", 1),
        ("crown-cracked", "masonry", Hole),
        ("mortar-open", "masonry", Wrong),
        ("chimney-cap-gone", "masonry", Hole),
        ("brick-spalled", "masonry", Wrong),
        ("chase-cover-rusted", "chase-cover", Hole),
        ("chase-cover-dished", "chase-cover", Wrong),
        ("chase-siding-swollen", "chase-cover", Wrong),
        ("valley-nails", "valley-nails", Hole),
        ("valley-rusted", "valley-lining", Hole),
        ("valley-cracked", "valley-lining", Hole),
        ("valley-cut-facing", "valley-lining", Wrong),
        ("pocket-dead", "dead-pocket", Wrong),
        ("boot-collar-torn", "pipe-boot", Hole),
        ("lead-chewed", "pipe-boot", Hole),
        ("boot-flange-buried", "boot-flange", Wrong),
        ("flange-nail-low", "boot-flange", Wrong),
        ("membrane-on-flange", "boot-flange", Wrong),
        ("cement-all-round", "pipe-boot", Patched),
        ("turbine-worn", "turbine", Wrong),
        ("skylight-unit-wet", "skylight-unit", Wrong),
        ("skylight-glass-cracked", "skylight-unit", Hole),
        ("mount-abandoned", "mount", Hole),
        ("array-feet", "solar-foot", Wrong),
        ("metal-screws-out", "washers", Hole),
        ("metal-end-lap", "metal-seam", Hole),
        ("metal-lap-open", "metal-seam", Hole),
        ("metal-solder-open", "metal-seam", Hole),
        ("metal-lap-low", "metal-seam", Wrong),
        ("metal-rusted-through", "covering-worn", Hole),
        ("hole-under-metal", "broken-piece", Wrong),
        ("seam-dirt", "field-seam", DirtInside),
        ("seam-open", "field-seam", Hole),
        ("membrane-hole", "puncture", Hole),
        ("membrane-hail", "puncture", Wrong),
        ("fastener-under-sheet", "backed-out-fastener", Wrong),
        ("support-on-sheet", "puncture", 1),
        ("corner-failed", "base-flashing", Hole),
        ("membrane-bridged", "base-flashing", Wrong),
        ("membrane-shrunk", "base-flashing", Wrong),
        ("termination-loose", "base-flashing", Wrong),
        ("coping-open", "coping", Hole),
        ("parapet-hole", "parapet", Hole),
        ("gravel-stop-open", "coping", Hole),
        ("pitch-pan-sunk", "pitch-pan", Wrong),
        ("scupper-open", "scupper-box", Hole),
        ("clamp-ring-missing", "drain-clamp", Hole),
        ("drain-clogged", "drain-clamp", 1),
        ("insulation-wet", "wet-insulation", ReadsWet),
        ("unit-leaks", "unit-cabinet", Wrong),
        ("condensate-loose", "air-handler-pan", Wrong),
        ("nail-rust-attic", "attic-condensation", ReadsWet),
        ("attic-mold", "attic-condensation", Wrong),
        ("soffit-blocked", "attic-condensation", Patched),
        ("cathedral-no-vent", "attic-condensation", Wrong),
        ("cathedral-wet-bay", "attic-condensation", ReadsWet),
        ("condensation-duct", "fan-duct", ReadsWet),
        ("bath-fan-attic", "fan-duct", ReadsWet),
        ("dryer-attic", "fan-duct", ReadsWet),
        ("flue-open-attic", "flue-condensate", Wrong),
        ("pipe-attic", "waste-pipe", Wrong),
        ("ridge-vent-loose", "ridge-vent", Wrong),
        ("ridge-cap-loose", "ridge-caps", Wrong),
        ("ridge-cap-cracked", "ridge-caps", Wrong),
        ("metal-hip-pulled", "ridge-caps", Wrong),
        ("tile-mortar-cracked", "ridge-caps", Wrong)
    );

    /// <summary>The way in of a part, where its condition is not told apart.</summary>
    private static readonly Dictionary<string, string> ByElement = new()
    {
        ["shingles"] = "broken-piece",
        ["tile"] = "broken-piece",
        ["slate"] = "broken-piece",
        ["wood-shingles"] = "broken-piece",
        ["metal-panels"] = "metal-seam",
        ["membrane"] = "covering-worn",
        ["seams"] = "field-seam",
        ["base-flashing"] = "base-flashing",
        ["coping"] = "coping",
        ["drains"] = "drain-clamp",
        ["pitch-pans"] = "pitch-pan",
        ["curbs"] = "curb-flashing",
        ["hatches"] = "curb-flashing",
        ["expansion-joints"] = "split",
        ["insulation"] = "wet-insulation",
        ["underlayment"] = "underlayment",
        ["ice-barrier"] = "ice-dam",
        ["starter"] = "eave-edge",
        ["eave-boards"] = "eave-edge",
        ["edge-metal"] = "eave-edge",
        ["ridges"] = "ridge-caps",
        ["ridge-vents"] = "ridge-vent",
        ["valleys"] = "valley-lining",
        ["pockets"] = "dead-pocket",
        ["boots"] = "pipe-boot",
        ["flues"] = "flue-collar",
        ["vents"] = "exhaust-hood",
        ["mounts"] = "mount",
        ["service-masts"] = "mount",
        ["skylights"] = "skylight-flashing",
        ["sun-tunnels"] = "skylight-flashing",
        ["solar"] = "solar-foot",
        ["equipment"] = "unit-cabinet",
        ["step-flashing"] = "step-flashing",
        ["counter-flashing"] = "chimney-flashing",
        ["apron"] = "headwall-apron",
        ["kickouts"] = "kick-out",
        ["crickets"] = "chimney-back",
        ["chimneys"] = "masonry",
        ["chases"] = "chase-cover",
        ["walls"] = "wall-or-window",
        ["gutters"] = "gutter-overflow",
        ["downspouts"] = "gutter-overflow",
        ["ducts"] = "fan-duct",
        ["cathedral-ceilings"] = "attic-condensation",
    };

    /// <summary>The conditions told apart.</summary>
    public static IEnumerable<string> Conditions => ByCondition.Keys;

    public static LeakSign? Of(RuleBook book, string condition)
    {
        if (ByCondition.TryGetValue(condition, out var sign))
        {
            return sign;
        }
        return
            book.FindCondition(condition) is { } known
            && known.Consequence is Consequence.WaterIn or Consequence.HiddenWet
            && ByElement.TryGetValue(known.Element, out var kind)
            ? new LeakSign(kind, 1)
            : null;
    }

    /// <summary>Whether water gets in at it by itself: wear and what is only unusual lets in none that can be pointed at.</summary>
    public static bool IsOpening(string condition) => !ByCondition.TryGetValue(condition, out var sign) || sign.Evidence > 1;

    /// <summary>Ways in that a thing on the roof stands for.</summary>
    public static IReadOnlyList<string> OfDetail(string detail) =>
        detail switch
        {
            DetailKind.Boot => ["pipe-boot", "boot-flange", "waste-pipe"],
            DetailKind.Flue => ["flue-collar", "flue-condensate"],
            DetailKind.Chimney => ["chimney-flashing", "chimney-back", "masonry"],
            DetailKind.Skylight or DetailKind.SunTunnel => ["skylight-flashing", "skylight-unit"],
            DetailKind.Curb => ["curb-flashing", "unit-cabinet"],
            DetailKind.Hatch => ["curb-flashing"],
            DetailKind.PitchPan => ["pitch-pan"],
            DetailKind.Drain => ["drain-clamp", "interior-leader"],
            DetailKind.Scupper => ["scupper-box"],
            DetailKind.Downspout => ["gutter-overflow"],
            DetailKind.WallEnd => ["kick-out", "step-flashing", "wall-or-window"],
            DetailKind.Mount or DetailKind.ServiceMast => ["mount"],
            DetailKind.Vent => ["exhaust-hood", "fan-duct"],
            DetailKind.ExpansionJoint => ["split"],
            _ => [],
        };

    /// <summary>Ways in that stand where the stain lies, when no plan says what is above it.</summary>
    public static IReadOnlyList<string> OfNear(LeakNear near) =>
        near switch
        {
            LeakNear.Valley => ["tie-in", "valley-nails", "dead-pocket", "valley-lining"],
            LeakNear.Chimney => ["chimney-flashing", "chimney-back", "masonry", "chase-cover", "flue-condensate"],
            LeakNear.Vent =>
            [
                "pipe-boot",
                "flue-collar",
                "boot-flange",
                "exhaust-hood",
                "turbine",
                "fan-duct",
                "waste-pipe",
                "pitch-pan",
                "curb-flashing",
                "unit-cabinet",
            ],
            LeakNear.Eave => ["kick-out", "eave-edge", "gutter-overflow", "ice-dam"],
            LeakNear.Wall =>
            [
                "step-flashing",
                "kick-out",
                "headwall-apron",
                "wall-or-window",
                "base-flashing",
                "coping",
                "parapet",
                "scupper-box",
            ],
            LeakNear.Skylight => ["skylight-flashing", "skylight-unit", "attic-condensation"],
            LeakNear.Ridge => ["ridge-vent", "ridge-caps"],
            _ => ["mount", "solar-foot", "field-seam", "metal-seam", "split", "drain-clamp"],
        };

    private static Dictionary<string, LeakSign> Table(params (string Condition, string Kind, double Evidence)[] rows) =>
        rows.ToDictionary(r => r.Condition, r => new LeakSign(r.Kind, r.Evidence));
}
