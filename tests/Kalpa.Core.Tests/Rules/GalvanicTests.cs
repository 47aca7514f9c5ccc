using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

public class GalvanicTests
{
    // Anodic index tables (values from memory), in volts.
    [Theory]
    [InlineData(RoofMetal.Copper, 0.35)]
    [InlineData(RoofMetal.Stainless, 0.50)]
    [InlineData(RoofMetal.Lead, 0.70)]
    [InlineData(RoofMetal.Steel, 0.85)]
    [InlineData(RoofMetal.Aluminium, 0.90)]
    [InlineData(RoofMetal.Zinc, 1.25)]
    public void Holds_the_anodic_index(RoofMetal metal, double volts) => (Galvanic.Index(metal) / 1000.0).ShouldBe(volts);

    // Common practice: what a roofer knows of metals that touch.
    [Theory]
    [InlineData(RoofMetal.Copper, RoofMetal.Steel, RoofMetal.Steel)] // a rust line on copper: steel fasteners
    [InlineData(RoofMetal.Copper, RoofMetal.Zinc, RoofMetal.Zinc)]
    [InlineData(RoofMetal.Copper, RoofMetal.Stainless, null)]
    [InlineData(RoofMetal.Steel, RoofMetal.Aluminium, null)]
    [InlineData(RoofMetal.Zinc, RoofMetal.Steel, RoofMetal.Zinc)] // zinc guards steel by being eaten first
    public void The_less_noble_is_eaten(RoofMetal a, RoofMetal b, RoofMetal? eaten) => Galvanic.Of(a, b).Eaten.ShouldBe(eaten);

    [Fact]
    public void Copper_run_off_eats_zinc_without_contact_and_stainless_screws_in_aluminium_are_everyday()
    {
        Galvanic.Of(RoofMetal.Zinc, RoofMetal.Copper).RunOff.ShouldBeTrue();
        Galvanic.Of(RoofMetal.Stainless, RoofMetal.Aluminium).Words.ShouldContain("usual practice");
    }

    [Fact]
    public void The_order_of_the_two_does_not_matter_and_a_metal_gets_on_with_itself()
    {
        foreach (var a in Enum.GetValues<RoofMetal>())
        {
            Galvanic.Of(a, a).Millivolts.ShouldBe(0);
            foreach (var b in Enum.GetValues<RoofMetal>())
            {
                Galvanic.Of(a, b).ShouldBe(Galvanic.Of(b, a));
            }
        }
    }
}
