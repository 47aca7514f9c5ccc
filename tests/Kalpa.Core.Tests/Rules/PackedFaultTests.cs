using System.Text.Json.Nodes;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>A fault in an entry of the book is told when it is packed: by the entry's name, and by what it lacks.</summary>
public class PackedFaultTests
{
    public static TheoryData<string, string, string, string> Spoilt =>
        new()
        {
            // Repairs on some coverings.
            {
                "decisions",
                "tile-crack",
                """{"views": [{"key": "replace", "words": "Replaced", "asOn": "no-such"}, {"key": "glue", "words": "Glued"}]}""",
                "decision tile-crack: the view replace borrows the repair of a covering or a condition that is not there"
            },
            {
                "decisions",
                "tile-crack",
                """{"views": [{"key": "replace", "words": "Replaced", "as": "no-such"}, {"key": "glue", "words": "Glued"}]}""",
                "decision tile-crack: the view replace borrows the repair of a covering or a condition that is not there"
            },
            { "remedies", "boot-rubber", """{"steps": []}""", "remedy boot-rubber: needs steps, none of them empty" },
            { "remedies", "boot-rubber", """{"steps": ["Remove it", " "]}""", "remedy boot-rubber: needs steps, none of them empty" },
            {
                "remedies",
                "boot-rubber",
                """{"conditions": ["no-such"]}""",
                "remedy boot-rubber: no-such is no condition of the rule book"
            },
            { "remedies", "boot-rubber", """{"kinds": ["no-such"]}""", "remedy boot-rubber: no-such is no covering of the rule book" },
            {
                "remedies",
                "boot-rubber",
                """{"kinds": ["tpo"]}""",
                "remedies boot-welded and boot-rubber: both repair boot-collar-torn on tpo"
            },
            { "remedies", "hole-rubber", """{"kinds": ["clayTile"]}""", "remedy hole-rubber: membrane-hole is not met on clayTile" },
            { "remedies", "hole-rubber", """{"conditions": ["seam-taped"]}""", "remedy hole-rubber: seam-taped is not met on epdm" },
            {
                "combinations",
                "old-tile-leak",
                """{"steps": []}""",
                "combination old-tile-leak: steps belong to a remedy, none of them empty"
            },
            {
                "combinations",
                "old-tile-leak",
                """{"steps": ["Lift the tile", ""]}""",
                "combination old-tile-leak: steps belong to a remedy, none of them empty"
            },
            {
                "combinations",
                "old-tile-leak",
                """{"remedy": ""}""",
                "combination old-tile-leak: steps belong to a remedy, none of them empty"
            },
            {
                "holds",
                "tarp",
                """{"instead": [{"families": ["membrane"], "hold": "no-such"}]}""",
                "hold tarp: what is done instead is no hold of the rule book, or two serve one family of coverings"
            },
            {
                "holds",
                "tarp",
                """{"instead": [{"families": [], "hold": "capped"}]}""",
                "hold tarp: what is done instead is no hold of the rule book, or two serve one family of coverings"
            },
            {
                "holds",
                "tarp",
                """{"instead": [{"families": ["membrane"], "hold": "capped"}, {"families": ["tile", "membrane"], "hold": "capped"}]}""",
                "hold tarp: what is done instead is no hold of the rule book, or two serve one family of coverings"
            },
            // What repairs take.
            { "recipes", "shingle-patch", """{"amount": "none"}""", "recipe shingle-patch: needs a count, a length or an area to go by" },
            { "recipes", "shingle-patch", """{"amount": "count"}""", "recipe shingle-patch: the amount of shingle-missing is not a Count" },
            {
                "recipes",
                "shingle-patch",
                """{"with": {"recipe": "chimney-flashing", "families": ["asphalt"]}}""",
                "recipe shingle-patch: chimney-flashing is no recipe that goes by the same amount"
            },
            {
                "recipes",
                "shingle-patch",
                """{"with": {"recipe": "no-such", "families": ["asphalt"]}}""",
                "recipe shingle-patch: no-such is no recipe that goes by the same amount"
            },
            {
                "recipes",
                "shingle-patch",
                """{"conditions": ["no-such"]}""",
                "recipe shingle-patch: no-such is no condition of the rule book"
            },
            {
                "recipes",
                "shingle-patch",
                """{"hours": {"base": [2, 1, 4], "covers": 20, "each": [0.05, 0.07, 0.12]}}""",
                "recipe shingle-patch: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "shingle-patch",
                """{"hours": {"base": [1, 2, 4], "covers": 20, "each": [0.05, 0.13, 0.12]}}""",
                "recipe shingle-patch: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "shingle-patch",
                """{"hours": {"base": [1, 2], "covers": 20, "each": [0.05, 0.07, 0.12]}}""",
                "recipe shingle-patch: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "shingle-patch",
                """{"hours": {"base": [-1, 2, 4], "covers": 20, "each": [0.05, 0.07, 0.12]}}""",
                "recipe shingle-patch: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "shingle-patch",
                """{"hours": {"base": [1, 2, 4], "covers": -1, "each": [0.05, 0.07, 0.12]}}""",
                "recipe shingle-patch: needs hours low, likely and high, in order"
            },
            { "recipes", "shingle-patch", """{"hold": "no-such"}""", "recipe shingle-patch: no-such holds nothing in the rule book" },
            { "recipes", "shingle-patch", """{"kinds": ["no-such"]}""", "recipe shingle-patch: no-such is no covering of the rule book" },
            {
                "recipes",
                "shingle-patch",
                """{"materials": [{"item": "Screws", "unit": "each", "rule": "each", "per": 0}]}""",
                "recipe shingle-patch: Screws lacks what its rule goes by"
            },
            {
                "recipes",
                "shingle-patch",
                """{"materials": [{"item": "Screws", "unit": "each", "rule": "each", "per": 1, "of": "steps"}]}""",
                "recipe shingle-patch: Screws goes by a size that nothing has"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"conditions": ["skylight-flashing", "shingle-missing"]}""",
                "recipes: shingle-missing is in 2 of them without a covering that tells which"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": ["skylight"], "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each", "of": "no-such"}]}}""",
                "recipe skylight-flashing: a Skylight has no no-such"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": ["skylight"], "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each"}]}}""",
                "recipe skylight-flashing: the first material of a size goes by a measure of it"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": ["skylight"], "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each", "per": 0, "of": "steps"}]}}""",
                "recipe skylight-flashing: Step flashing lacks what its rule goes by"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": ["skylight"], "hours": {"base": [3, 2, 4], "covers": 1, "each": [1, 2, 3]}, "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each", "of": "steps"}]}}""",
                "recipe skylight-flashing: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": ["skylight"], "hours": {"base": [1, 2, 4], "covers": 1, "each": [1, 4, 3]}, "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each", "of": "steps"}]}}""",
                "recipe skylight-flashing: needs hours low, likely and high, in order"
            },
            {
                "recipes",
                "skylight-flashing",
                """{"sized": {"shape": "skylight", "details": [], "materials": [{"item": "Step flashing", "unit": "pieces", "rule": "each", "of": "steps"}]}}""",
                "recipe skylight-flashing: the size is the area of the finding, or that of a thing on the plan"
            },
            { "holds", "tarp", """{"days": 0}""", "hold tarp: needs words, days it is good for, and hours low, likely and high, in order" },
            {
                "allowances",
                "deck",
                """{"conditions": ["no-such"]}""",
                "allowance deck: needs conditions of the rule book, and a rate low, likely and high, in order"
            },
            {
                "allowances",
                "deck",
                """{"conditions": []}""",
                "allowance deck: needs conditions of the rule book, and a rate low, likely and high, in order"
            },
            {
                "allowances",
                "deck",
                """{"rate": [1, 2]}""",
                "allowance deck: needs conditions of the rule book, and a rate low, likely and high, in order"
            },
            { "renewals", "clayTile", """{"kind": "no-such"}""", "renewal no-such: no covering of the rule book" },
            { "renewals", "clayTile", """{"poundsPerSquare": 0}""", "renewal clayTile: needs what a square weighs" },
            { "renewals", "clayTile", """{"tearOff": [2, 1, 3]}""", "renewal clayTile: needs hours low, likely and high, in order" },
            { "renewals", "clayTile", """{"install": [2, 1, 3]}""", "renewal clayTile: needs hours low, likely and high, in order" },
            { "renewals", "clayTile", """{"relay": [2, 1, 3]}""", "renewal clayTile: needs hours low, likely and high, in order" },
            // Prices.
            { "prices", "labor", """{"name": " "}""", "price labor: needs a name, a unit and a group" },
            { "prices", "labor", """{"unit": ""}""", "price labor: needs a name, a unit and a group" },
            { "prices", "labor", """{"group": ""}""", "price labor: needs a name, a unit and a group" },
            {
                "prices",
                "labor",
                """{"price": [78, 62, 98]}""",
                "price labor: needs three figures, low, likely and high, in order and none below zero"
            },
            {
                "prices",
                "labor",
                """{"price": [-1, 62, 98]}""",
                "price labor: needs three figures, low, likely and high, in order and none below zero"
            },
            { "prices", "labor", """{"coverings": ["no-such"]}""", "price labor: no-such is no covering of the rule book" },
            { "prices", "labor", """{"kind": "trip"}""", "prices: needs one row for Labor" },
            { "prices", "labor", """{"kind": "trip"} """, "prices: needs one row for Trip" },
            {
                "prices",
                "labor",
                """{"coverings": ["copper", "copper"]}""",
                "prices labor and labor and covering-copper: both price copper"
            },
            // What follows when work is left undone.
            {
                "deferrals",
                "behind-wall",
                """{"conditions": ["no-such"]}""",
                "deferral behind-wall: no-such is no condition of the rule book"
            },
            {
                "deferrals",
                "behind-wall",
                """{"conditions": ["membrane-hole"]}""",
                "deferrals behind-wall and membrane: membrane-hole is in both, and nothing tells which"
            },
            { "deferrals", "behind-wall", Stages("""{"happens": "it rots", "price": "damage-sheathing"}"""), TwoStages },
            { "deferrals", "behind-wall", TwoOf("0, 0.1, 0.2"), TwoStages },
            { "deferrals", "behind-wall", TwoOf("0.1, 0.2, 1"), TwoStages },
            { "deferrals", "behind-wall", TwoOf("0.2, 0.1, 0.3"), TwoStages },
            { "deferrals", "behind-wall", TwoOf("0.1, 0.2"), TwoStages },
            {
                "deferrals",
                "behind-wall",
                Stages(
                    """{"happens": "it rots", "price": "damage-sheathing", "aYear": [0.1, 0.2, 0.3]}, {"happens": "more rots", "price": "damage-sheathing", "aYear": [0.1, 0.2, 0.3]}"""
                ),
                TwoStages
            },
            {
                "deferrals",
                "behind-wall",
                Stages(
                    """{"happens": "it rots", "price": "labor"}, {"happens": "more rots", "price": "damage-sheathing", "aYear": [0.1, 0.2, 0.3]}"""
                ),
                "deferral behind-wall: labor is no row of damage in the price list"
            },
            {
                "deferrals",
                "behind-wall",
                Stages(
                    """{"happens": "it rots", "price": "damage-sheathing"}, {"happens": " ", "price": "damage-sheathing", "aYear": [0.1, 0.2, 0.3]}"""
                ),
                "deferral behind-wall: a stage needs words, and what is done instead a price"
            },
            {
                "deferrals",
                "behind-wall",
                Stages(
                    """{"happens": "it rots", "price": "damage-sheathing"}, {"happens": "more", "price": "damage-sheathing", "aYear": [0.1, 0.2, 0.3], "instead": "brace it"}"""
                ),
                "deferral behind-wall: a stage needs words, and what is done instead a price"
            },
            // Coverings.
            {
                "coverings",
                "threeTabShingle",
                """{"better": "threeTabShingle"}""",
                "covering threeTabShingle: the better one has to be another covering of the rule book"
            },
            {
                "coverings",
                "threeTabShingle",
                """{"better": "no-such"}""",
                "covering threeTabShingle: the better one has to be another covering of the rule book"
            },
            {
                "coverings",
                "threeTabShingle",
                """{"lowSlope": "copper"}""",
                "covering threeTabShingle: what is laid where it is too flat has to be a membrane of the rule book"
            },
            {
                "coverings",
                "threeTabShingle",
                """{"betterLayer": "selfAdhered"}""",
                "covering threeTabShingle: the better layer has to keep the water out in the place of the usual one"
            },
            // What can bring about what, when a covering is beyond repair, and what an answer offers.
            {
                "links",
                "kickout-missing/siding-decayed",
                """{"effect": "kickout-missing"}""",
                "link kickout-missing/siding-decayed: needs two conditions of the rule book"
            },
            {
                "links",
                "kickout-missing/siding-decayed",
                """{"cause": "no-such"}""",
                "link kickout-missing/siding-decayed: needs two conditions of the rule book"
            },
            { "stops", "bare-mat", """{"conditions": []}""", "stop bare-mat: needs conditions of the rule book" },
            { "stops", "bare-mat", """{"conditions": ["no-such"]}""", "stop bare-mat: needs conditions of the rule book" },
            { "stops", "bare-mat", """{"action": "repair"}""", "stop bare-mat: needs to replace or relay, and words that say why" },
            { "stops", "bare-mat", """{"words": " "}""", "stop bare-mat: needs to replace or relay, and words that say why" },
            { "stops", "bare-mat", """{"decision": "repair-replace"}""", "stop bare-mat: needs an answer to a question of the rule book" },
            {
                "stops",
                "bare-mat",
                """{"decision": "repair-replace", "is": ["no-such"]}""",
                "stop bare-mat: needs an answer to a question of the rule book"
            },
            {
                "stops",
                "bare-mat",
                """{"decision": "no-such", "is": ["bare"]}""",
                "stop bare-mat: needs an answer to a question of the rule book"
            },
            {
                "questions",
                "leak-when",
                """{"options": [{"key": "never", "words": "It does not", "findings": ["no-such"]}]}""",
                "question leak-when: an answer names a condition that there is not"
            },
            { "harm", "waterIn", """{"high": 800}""", "harm WaterIn: needs two costs in order and what they are made of" },
            { "harm", "waterIn", """{"low": 0}""", "harm WaterIn: needs two costs in order and what they are made of" },
            { "harm", "waterIn", """{"why": " "}""", "harm WaterIn: needs two costs in order and what they are made of" },
            { "chances", "likely", """{"chance": 0}""", "chance Likely: needs a chance and why it is put there" },
            { "chances", "likely", """{"chance": 1}""", "chance Likely: needs a chance and why it is put there" },
            { "chances", "likely", """{"why": ""}""", "chance Likely: needs a chance and why it is put there" },
            { "factors", "grade", """{"find": " "}""", "factor grade: needs how it is found out" },
            { "limits", "drip-edge-lap", """{"quantity": "no-such"}""", "limit drip-edge-lap: there is no quantity \"no-such\"" },
            // Keys that are no longer given.
            { "retired", "condition:attic-mould", """{"key": "attic-mold"}""", "retired Condition attic-mold: in use again" },
            { "retired", "condition:attic-mould", """{"kind": "covering", "key": "copper"}""", "retired Covering copper: in use again" },
            {
                "retired",
                "condition:attic-mould",
                """{"kind": "component", "key": "felt"}""",
                "retired Component felt: its successor attic-mold leads to nothing in the book"
            },
            {
                "retired",
                "condition:attic-mould",
                """{"kind": "question", "key": "leak-when"}""",
                "retired Question leak-when: in use again"
            },
            { "retired", "condition:attic-mould", """{"kind": "station", "key": "walls"}""", "retired Station walls: in use again" },
        };

    private const string TwoStages =
        "deferral behind-wall: needs two stages, each after the first with a chance a year, low, likely and high, between 0 and 1";

    private static string Stages(string stages) => $$"""{"stages": [{{stages}}]}""";

    private static string TwoOf(string aYear) =>
        Stages(
            $$"""{"happens": "it rots", "price": "damage-sheathing"}, {"happens": "more rots", "price": "damage-sheathing", "aYear": [{{aYear}}]}"""
        );

    [Theory]
    [MemberData(nameof(Spoilt))]
    public void A_fault_is_told(string section, string key, string change, string fault) =>
        SpoiltBook.Faults(section, key, entry => Change(entry, change)).ShouldContain(fault);

    /// <summary>What lies just on the other side of a bound is no fault.</summary>
    [Theory]
    [InlineData("recipes", "shingle-patch", """{"hours": {"base": [0, 0, 0], "covers": 0, "each": [0, 0, 0]}}""")]
    [InlineData("renewals", "clayTile", """{"poundsPerSquare": 0.1}""")]
    [InlineData("harm", "waterIn", """{"low": 0.1, "high": 0.2}""")]
    [InlineData("chances", "likely", """{"chance": 0.999}""")]
    [InlineData("prices", "labor", """{"price": [0, 0, 0]}""")]
    [InlineData("stops", "bare-mat", """{"action": "relay"}""")]
    [InlineData("stops", "bare-mat", """{"decision": "repair-replace", "is": ["bare"]}""")]
    [InlineData("coverings", "threeTabShingle", """{"better": "copper", "lowSlope": "epdm"}""")]
    public void What_is_whole_has_no_fault(string section, string key, string change) =>
        SpoiltBook.Faults(section, key, entry => Change(entry, change)).ShouldBeEmpty();

    [Fact]
    public void A_packed_book_that_is_cut_off_says_so()
    {
        var whole = SpoiltBook.Packed();
        Should
            .Throw<InvalidOperationException>(() => RuleBook.Read([.. whole, 0]))
            .Message.ShouldBe($"The packed rule book should have {whole.Length} bytes and has {whole.Length + 1}.");
        RuleBook.Read(whole).Hash.ShouldBe(RuleBook.Current.Hash);
    }

    private static void Change(JsonObject entry, string change)
    {
        foreach (var (name, value) in JsonNode.Parse(change)!.AsObject())
        {
            entry[name] = value?.DeepClone();
        }
    }
}
