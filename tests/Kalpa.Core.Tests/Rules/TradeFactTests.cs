using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Facts of the trade as check values: what a roofer says of a reading, without looking at the book. All common practice.</summary>
public class TradeFactTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private const VerdictOutcome Ok = VerdictOutcome.Conforms;
    private const VerdictOutcome Less = VerdictOutcome.Short;
    private const VerdictOutcome More = VerdictOutcome.Over;

    [Theory]
    [InlineData("drip-edge-lap-short", "0", Less)] // 0, 1/16 and 1/8 are seen, all defects
    [InlineData("drip-edge-lap-short", "1/16", Less)]
    [InlineData("drip-edge-lap-short", "1/8", Less)]
    [InlineData("drip-edge-lap-short", "2", Ok)]
    [InlineData("exposure-off", "5 5/8", Ok)] // metric shingles
    [InlineData("exposure-off", "3", Less)] // 3 in where 5½ belongs
    [InlineData("exposure-off", "5", Ok, CoveringKind.ThreeTabShingle)] // 5 in for 36 × 12 in strips
    [InlineData("exposure-off", "3", Less, CoveringKind.ThreeTabShingle)]
    [InlineData("overhang-off", "0", Less)] // hangs ¼ to ¾ in past the metal
    [InlineData("overhang-off", "1/4", Ok)]
    [InlineData("overhang-off", "3/4", Ok)]
    [InlineData("overhang-off", "1 1/2", More)]
    [InlineData("headlap-short", "2", Ok, CoveringKind.ThreeTabShingle)] // 12 in at 5 in leaves 2 in
    [InlineData("headlap-short", "1", Less, CoveringKind.ThreeTabShingle)]
    [InlineData("ridge-cap-exposure", "5", Ok)] // caps at 5 in; 3½ beside 5 is a defect
    [InlineData("ridge-cap-exposure", "3 1/2", Less)]
    [InlineData("nail-low", "1", Less)] // within about 2 in of the butt edge is too low
    [InlineData("nail-low", "3", Ok)]
    [InlineData("headwall-gap", "1", More)] // 1 in short of the wall is a defect
    [InlineData("headwall-gap", "0", Ok)]
    [InlineData("rake-gap-open", "3/4", More)] // ¾ in lets wind-blown rain and snow in
    [InlineData("rake-gap-open", "0", Ok)]
    [InlineData("layers-many", "2", Ok)]
    [InlineData("layers-many", "3", More)] // three layers is beyond what is allowed
    [InlineData("deck-thin", "3/8", Less)] // old thin ⅜ in is not replaced in kind
    [InlineData("deck-thin", "1/2", Ok)]
    [InlineData("deck-short", "2", Less)] // over three supports
    [InlineData("deck-short", "3", Ok)]
    [InlineData("covering-too-flat", "0.7/12", Less)] // a patio roof at 0.7:12 in shingles fails as laid
    [InlineData("covering-too-flat", "1.9/12", Less)] // below 2:12 never
    [InlineData("covering-too-flat", "4/12", Ok)] // full shingle system at 4:12 and over
    [InlineData("shingle-low-slope", "1.5/12", Less)] // below 2:12 no underlayment helps
    [InlineData("shingle-low-slope", "4/12", Ok)]
    [InlineData("vent-short", "4", Less)]
    [InlineData("vent-short", "12", Ok)] // 12 in where snow lies
    [InlineData("counter-flashing-short", "1", Less)] // about 4 in of cover
    [InlineData("counter-flashing-short", "4", Ok)]
    [InlineData("cricket-missing", "24", Ok)]
    [InlineData("cricket-missing", "36", More)] // wider than 30 in
    [InlineData("chase-cover-lap-short", "4", Ok)] // laps down the sides about 4 in
    [InlineData("chase-cover-lap-short", "1", Less)]
    [InlineData("chase-lip", "0", Less)] // lip kicked out about ⅜ in
    [InlineData("chase-lip", "3/8", Ok)]
    [InlineData("chase-hole-tight", "0", Less)] // ¼ in larger all round
    [InlineData("chase-hole-tight", "1/4", Ok)]
    [InlineData("chase-hole-tight", "1", More)]
    [InlineData("step-flashing-short", "2", Less)] // ≥ 4 in up and out
    [InlineData("step-flashing-short", "4", Ok)]
    [InlineData("step-flashing-stubby", "7", Less)] // 7 in is short at 5⅝
    [InlineData("step-flashing-stubby", "8", Ok)]
    [InlineData("step-flashing-stubby", "7", Ok, CoveringKind.ThreeTabShingle)] // exposure + 2 in
    [InlineData("tile-headlap-short", "2", Less, CoveringKind.ClayTile)] // headlap 3 in
    [InlineData("tile-headlap-short", "3", Ok, CoveringKind.ConcreteTile)]
    [InlineData("tile-breakage", "10", Ok, CoveringKind.ClayTile)] // allow 10 %
    [InlineData("tile-breakage", "20", More, CoveringKind.ClayTile)]
    [InlineData("seam-glued", "0", VerdictOutcome.Seen, CoveringKind.Tpo)] // glue seen in a weld's place stands, though nothing peeled yet
    [InlineData("seam-glued", "1", More, CoveringKind.Pvc)]
    [InlineData("weld-narrow", "1 1/2", Ok, CoveringKind.Tpo)]
    [InlineData("weld-narrow", "1/2", Less, CoveringKind.Tpo)]
    [InlineData("base-flashing-low", "8", Ok, CoveringKind.Epdm)]
    [InlineData("base-flashing-low", "4", Less, CoveringKind.Epdm)]
    [InlineData("metal-lap-low", "0.25/12", Less, CoveringKind.MetalLapped)]
    [InlineData("slate-headlap", "2", Less, CoveringKind.Slate)]
    [InlineData("valley-nails", "2", Less)] // nails close to the centre
    [InlineData("skylight-curb-low", "1", Less)]
    public void A_roofer_reads_it_so(string code, string typed, VerdictOutcome expected, string kind = CoveringKind.LaminatedShingle)
    {
        var condition = Book.FindCondition(code)!;
        var unit = Book.FindQuantity(condition.Quantity!)!.Unit;
        var measure = new MeasureFact(typed, MeasureReading.Read(typed, unit).Value!.Value, MeasuredHow.Tape);
        Verdicts.Of(Book, condition, kind, measure).Outcome.ShouldBe(expected);
    }

    // What looks like a repair and is not.
    [Theory]
    [InlineData("nail-exposed", "sealant")]
    [InlineData("cement-as-flashing", "mastic")]
    [InlineData("flue-collar-rusted", "paint over rust")]
    [InlineData("valley-rusted", "paint over rust")]
    [InlineData("chase-siding-swollen", "facing over decayed wood")]
    [InlineData("tile-old-sound", "deteriorated underlayment")]
    [InlineData("shingle-brittle", "brittle")]
    [InlineData("boot-collar-torn", "sealant")]
    [InlineData("deck-soft", "more shingles")]
    [InlineData("membrane-hole", "cement")]
    [InlineData("trim-joint-rot", "filler")]
    public void Not_a_repair(string code, string words) =>
        Book.FindCondition(code)!.Remedy.NotARepair.ShouldContain(words, Case.Insensitive);

    // Look-alikes that inspectors are taught to part.
    [Theory]
    [InlineData("hail-bruise", "blister")]
    [InlineData("hail-bruise", "scuff")]
    [InlineData("seam-glued", "cut-edge sealant")]
    [InlineData("layers-many", "starter")]
    [InlineData("algae-streaks", "soot")]
    [InlineData("skylight-unit-wet", "curb")]
    [InlineData("nail-rust-attic", "rain during construction")]
    public void Taken_for_something_else(string code, string words) =>
        Book.FindCondition(code)!.LookAlikes!.ShouldContain(l => l.Contains(words, StringComparison.OrdinalIgnoreCase));

    // Two letters or a word a roofer says find it.
    [Theory]
    [InlineData("jack", "boot-collar-torn")]
    [InlineData("shiner", "nail-exposed")]
    [InlineData("diverter", "kickout-missing")]
    [InlineData("punky", "deck-soft")]
    [InlineData("squirrel", "lead-chewed")]
    [InlineData("whirl", "turbine-worn")]
    [InlineData("saddle", "cricket-roll")]
    [InlineData("asbestos", "unknown-fibers")]
    public void Is_found_by_the_trades_word(string word, string code) => Book.FindCondition(code)!.Words.ShouldContain(word);
}
