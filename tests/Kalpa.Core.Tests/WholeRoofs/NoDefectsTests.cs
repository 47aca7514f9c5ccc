using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>
/// What a signed report says of places without a finding of their own: “no defects observed” must not stand beside a page that says otherwise (common practice: the first thing
/// that is read to a witness).
/// </summary>
public class NoDefectsTests
{
    private const string Lam = CoveringKind.LaminatedShingle;

    private static IReadOnlyList<string> Said(ToldRoof told, string? ventilation = null)
    {
        var facts = told.Facts();
        LookFact Look(string station, Guid? slope) => new(Guid.CreateVersion7(), Roof.Visit.Id, station, slope, LookState.Looked);
        return Assessor
            .Assess(
                Roof.With(
                    facts,
                    r =>
                        ventilation is null
                            ? r
                            : r with
                            {
                                Answers = [new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "ventilation", null, [ventilation])],
                            }
                ) with
                {
                    Looks = [Look("attic", null), .. facts.Slopes.Select(s => Look("field", s.Id))],
                },
                RuleBook.Current
            )
            .Coverage.NothingFound;
    }

    [Fact]
    public void A_stain_below_a_boot_is_not_a_clean_attic()
    {
        ToldRoof House() => new ToldRoof().Slope("A", "6/12", Facing.South, Lam, 2018, 1);
        Said(House().Finds("A", "boot-collar-torn", "bath"))
            .ShouldBe(
                ["Slope A, slope field: inspected, no defects observed.", "Attic: inspected, no defects observed."],
                ignoreOrder: true
            );
        Said(House().Finds("A", "boot-collar-torn", "bath", WaterEvidence.Suspected))
            .ShouldContain("Attic: inspected, no defects observed.");
        Said(House().Finds("A", "boot-collar-torn", "bath", WaterEvidence.Stained))
            .ShouldContain("Attic: inspected. Water signs are reported with the findings; no other defects observed.");
    }

    [Theory]
    [InlineData("good", "Attic: inspected, no defects observed.")]
    [InlineData("unknown", "Attic: inspected, no defects observed.")]
    [InlineData("short", "Attic: inspected. Attic ventilation is inadequate; no other defects observed.")]
    [InlineData("none", "Attic: inspected. The attic has no ventilation; no other defects observed.")]
    public void An_attic_that_lacks_vents_is_said_to(string answered, string said) =>
        Said(new ToldRoof().Slope("A", "6/12", Facing.South, Lam, 2018, 1), answered).ShouldContain(said);

    [Fact]
    public void Worn_and_unsuitable_slopes_are_not_free_of_defects() =>
        Said(
                new ToldRoof()
                    .Slope("A", "6/12", Facing.South, Lam, 2018, 1)
                    .Slope("B", "6/12", Facing.North, Lam, 2010, 2)
                    .Slope("C", "1/12", Facing.East, Lam, 2018, 2, under: Under.Porch)
            )
            .Where(l => l.StartsWith("Slope", StringComparison.Ordinal))
            .ShouldBe([
                "Slope A, slope field: inspected, no defects observed.",
                "Slope B, slope field: inspected. Wear is rated in this report; no other defects observed.",
                "Slope C, slope field: inspected. The covering is not suitable as built; no other defects observed.",
            ]);
}
