using Kalpa.Core.Assessing;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Options;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Costs;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>The option of what lasts longer: the next grade, a better layer, new tile, stainless flashing. Grades are common practice or from memory.</summary>
public class BetterGradeTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static OptionsAnswer Options(AssessInput input) => ComputeServices.Options(input, Book).Value!;

    private static RoofOption? Of(OptionsAnswer answer, OptionKind kind) => answer.Options.SingleOrDefault(o => o.Kind == kind);

    [Theory]
    [InlineData("threeTabShingle", "5/12", "Re-roof now, better: laminated shingles", "Re-roof slope A with laminated shingles")]
    [InlineData("rollRoofing", "2/12", "Re-roof now, better: modified bitumen", "Re-roof slope A with modified bitumen")]
    [InlineData("metalLapped", "5/12", "Re-roof now, better: standing-seam metal", "Re-roof slope A with standing-seam metal")]
    [InlineData("tpo", "1/12", "Replace now, better: PVC", "Replace the membrane on slope A with PVC")]
    [InlineData("laminatedShingle", "5/12", null, null)]
    [InlineData("epdm", "1/12", null, null)]
    public void The_next_grade_is_an_option(string kind, string pitch, string? title, string? job)
    {
        var slope = Taped(Roof.A, pitch, 600, 480 * 12 / 13.0);
        var answer = Options(WithYears(Several((slope, kind, 2000)), (slope, 3)));
        var all = Of(answer, OptionKind.All)!;
        if (Of(answer, OptionKind.Better) is not { } better)
        {
            title.ShouldBeNull();
            return;
        }
        better.Title.ShouldBe(title);
        better.Jobs.ShouldContain(j => j.Title == job);
        better.Planned.ShouldBeFalse();
        better.Today.Mean.ShouldNotBe(all.Today.Mean);
        better.Years.Likely.ShouldBeGreaterThan(all.Years.Likely);
    }

    /// <summary>Tile outlives paper: it is laid again over membrane that lasts longer, which is bought by the foot with a tenth for laps.</summary>
    [Fact]
    public void Tile_is_relaid_over_a_better_layer()
    {
        var perished = Roof.Found("underlayment-perished", WaterEvidence.Active) with { SlopeId = Steep.Id };
        var input = Several((Steep, "clayTile", 1995)) with { Findings = [perished] };
        var answer = Options(input);
        var better = Of(answer, OptionKind.Better)!;
        better.Title.ShouldBe("Relay now, better: self-adhered membrane");
        better.Jobs.ShouldContain(j => j.Title == "Lift and relay the tile on slope A over self-adhered membrane");
        better.Years.Likely.ShouldBeGreaterThan(Of(answer, OptionKind.All)!.Years.Likely);
        // Where it lies there already, it is what is laid again.
        var layer = new ComponentFact(
            Guid.CreateVersion7(),
            Steep.Id,
            "self-adhered-membrane",
            StackPlace.Under,
            0,
            1995,
            1995,
            AgeSource.Permit
        );
        Of(Options(input with { Components = [layer] }), OptionKind.Better).ShouldBeNull();
    }

    /// <summary>
    /// Tile is likely to last 75 years and the membrane 35: tile of 40 years or more is likely to end first, and new tile goes over it. Tile whose year nobody knows is laid again.
    /// </summary>
    [Theory]
    [InlineData(1986, "Relay now, better: self-adhered membrane")]
    [InlineData(1985, "Relay now, better: new clay tile and self-adhered membrane")]
    public void Old_tile_gives_way_to_new_tile(int laid, string title)
    {
        var perished = Roof.Found("underlayment-perished", WaterEvidence.Active) with { SlopeId = Steep.Id };
        var input = Several((Steep, "clayTile", laid)) with { Findings = [perished] };
        var (years, at) = (input.AsOf.Year - laid, Options(input));
        years.ShouldBe(laid == 1986 ? 40 : 41);
        var better = Of(at, OptionKind.Better)!;
        better.Title.ShouldBe(title);
        better.Jobs.Any(j => j.Title == "Re-roof slope A with new clay tile, over self-adhered membrane").ShouldBe(laid == 1985);
    }

    /// <summary>Valleys, steps and aprons of stainless steel go with a better covering: at the difference of their prices, where there are any.</summary>
    [Theory]
    [InlineData("threeTabShingle", true)]
    [InlineData("metalLapped", false)]
    public void Flashing_of_a_better_covering_is_stainless(string kind, bool stainless)
    {
        var plan = Plans.Of(Plans.Part(1, Plans.LShape, 6));
        SlopeFact[] slopes =
        [
            .. Enumerable
                .Range(0, 6)
                .Select(i =>
                    Roof.A with
                    {
                        Id = Plans.Id(151 + i),
                        Letter = "ABCDEF"[i..(i + 1)],
                        Pitch = TypedPitch.Of("6/12", PitchSource.Plan),
                    }
                ),
        ];
        var input = WithYears(Several([.. slopes.Select(s => (s, kind, 2000))]), [.. slopes.Select(s => (s, 3))]) with { Plan = plan };
        RoofOption Better(double valley) =>
            Of(
                Options(
                    input with
                    {
                        Firm = PlainPrices.Firm(PlainPrices.At("valley-stainless-ft", valley), PlainPrices.At("valley-ft", 3)),
                    }
                ),
                OptionKind.Better
            )!;
        Better(3).Title.Contains("stainless steel flashing", StringComparison.Ordinal).ShouldBe(stainless);
        var feet = Plans.Measure(plan).Feet(EdgeClass.Valley);
        feet.ShouldBeGreaterThan(10);
        (Better(13).Today.Mean - Better(3).Today.Mean).ShouldBe(stainless ? 10 * feet : 0, 1.01);
    }
}
