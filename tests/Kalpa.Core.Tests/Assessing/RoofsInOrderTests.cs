using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// Roofs of every covering with the order in which their work is done (common practice, from memory). A finding is written <c>code</c>, then
/// <c>!active</c>, <c>!stained</c> or <c>!dry</c>, <c>=measure</c> and <c>@</c> where people pass below. Each is put in as it stands and backwards: the order in
/// which findings were recorded is no reason. What is one problem is one job, written with its cause first.
/// </summary>
public class RoofsInOrderTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Theory]
    [InlineData(CoveringKind.Slate, "crown-cracked slate-slipped!dry mortar-open@", "mortar-open slate-slipped crown-cracked")]
    [InlineData(
        CoveringKind.MetalLapped,
        "metal-oil-canning metal-screws-out!dry metal-rusted-through!active",
        "metal-rusted-through metal-screws-out metal-oil-canning"
    )]
    [InlineData(
        CoveringKind.ClayTile,
        "tile-bird-stop tile-cracked!dry skylight-unguarded",
        "skylight-unguarded tile-cracked tile-bird-stop"
    )]
    [InlineData(CoveringKind.WoodShingle, "moss-grown gutter-clogged wood-split!stained", "wood-split gutter-clogged moss-grown")]
    [InlineData(CoveringKind.LaminatedShingle, "attic-mold bath-fan-attic flue-open-attic", "flue-open-attic bath-fan-attic attic-mold")]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "siding-decayed kickout-missing!stained siding-on-roof",
        "kickout-missing siding-decayed siding-on-roof"
    )]
    [InlineData(CoveringKind.LaminatedShingle, "fascia-rotten gutter-clogged", "gutter-clogged fascia-rotten")]
    [InlineData(
        CoveringKind.ThreeTabShingle,
        "algae-streaks framing-cut boot-collar-torn!active",
        "framing-cut boot-collar-torn algae-streaks"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "algae-streaks ceiling-stain boot-collar-torn!active",
        "boot-collar-torn ceiling-stain algae-streaks"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "weeps-missing cement-thick counter-flashing-missing!active",
        "counter-flashing-missing cement-thick weeps-missing"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "nail-pop!dry siding-on-roof!dry step-flashing-short!stained",
        "step-flashing-short siding-on-roof nail-pop"
    )]
    [InlineData(CoveringKind.ModifiedBitumen, "blister!dry parapet-hole!dry coping-open!active", "coping-open parapet-hole blister")]
    [InlineData(
        CoveringKind.BuiltUp,
        "alligatoring gravel-stop-open!dry base-flashing-low!stained=4",
        "base-flashing-low gravel-stop-open alligatoring"
    )]
    [InlineData(
        CoveringKind.Copper,
        "metal-oil-canning metal-runoff metal-solder-open!active",
        "metal-solder-open metal-runoff metal-oil-canning"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "tree-over gutter-clogged shingle-missing!active",
        "shingle-missing tree-over gutter-clogged"
    )]
    [InlineData(
        CoveringKind.ThreeTabShingle,
        "boot-flange-buried!dry flue-collar-rusted!dry lead-chewed!active",
        "lead-chewed boot-flange-buried flue-collar-rusted"
    )]
    [InlineData(
        CoveringKind.Pvc,
        "fastener-under-sheet!dry pitch-pan-sunk!stained seam-open!active",
        "seam-open pitch-pan-sunk fastener-under-sheet"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "gutter-sag boot-collar-torn!active veneer-leaning",
        "veneer-leaning boot-collar-torn gutter-sag"
    )]
    [InlineData(
        CoveringKind.LaminatedShingle,
        "array-feet!dry cable-through!dry mount-unsealed!active",
        "mount-unsealed array-feet cable-through"
    )]
    [InlineData(CoveringKind.LaminatedShingle, "nail-exposed!dry gas-vent-low=6", "gas-vent-low nail-exposed")]
    [InlineData(
        CoveringKind.Epdm,
        "membrane-shrunk!dry ponding drain-clogged membrane-hole!active",
        "membrane-hole drain-clogged ponding membrane-shrunk"
    )]
    [InlineData(
        CoveringKind.ConcreteTile,
        "tile-walked!dry tile-slipped@ underlayment-perished!active",
        "tile-slipped underlayment-perished tile-walked"
    )]
    [InlineData(CoveringKind.WoodShake, "wood-rotten!dry deck-soft chimney-cap-gone", "deck-soft wood-rotten chimney-cap-gone")]
    [InlineData(
        CoveringKind.RollRoofing,
        "algae-streaks litter-left cement-as-flashing!stained",
        "cement-as-flashing litter-left algae-streaks"
    )]
    public void Work_is_done_in_this_order(string kind, string found, string order)
    {
        var findings = found.Split(' ').Select(Read).ToArray();
        Codes(Order(kind, findings), findings).ShouldBe(order);
        FindingFact[] backwards = [.. findings.Reverse().Select(f => f with { Id = Guid.CreateVersion7() })];
        Codes(Order(kind, backwards), backwards).ShouldBe(order);
    }

    private static IReadOnlyList<WorkItem> Order(string kind, FindingFact[] findings) =>
        Assessor
            .Assess(
                Roof.With(kind, 2018, findings) with
                {
                    Looks = [new LookFact(Guid.CreateVersion7(), Roof.Visit.Id, "attic", null, LookState.Looked)],
                },
                Book
            )
            .Work;

    private static string Codes(IReadOnlyList<WorkItem> work, FindingFact[] findings) =>
        string.Join(
            ' ',
            // What only holds until a section is renewed is resolved there.
            work.Where(w => w.Until.Length == 0)
                .SelectMany(w => (w.Resolves ?? []).Concat(w.Included ?? []))
                .Select(r => findings.First(f => f.Id == r.FindingId).Condition)
        );

    private static FindingFact Read(string written)
    {
        var below = written.EndsWith('@');
        var (rest, measure) = written.TrimEnd('@').Split('=') is [var head, var value] ? (head, value) : (written.TrimEnd('@'), null);
        var (code, water) = rest.Split('!') is [var name, var sign] ? (name, sign) : (rest, "");
        return Roof.Found(
            code,
            water switch
            {
                "active" => WaterEvidence.Active,
                "stained" => WaterEvidence.Stained,
                "dry" => WaterEvidence.NoneSeen,
                _ => WaterEvidence.NotChecked,
            },
            measure,
            null,
            below
        );
    }
}
