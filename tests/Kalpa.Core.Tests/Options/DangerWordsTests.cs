using Kalpa.Core.Facts;
using Kalpa.Core.Options;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.WholeRoofs;

namespace Kalpa.Core.Tests.Options;

/// <summary>Dangers to people have no figure, and no option leaves them out: the owner is told which jobs they are.</summary>
public class DangerWordsTests
{
    private static string IfNothing(params string[] dangers)
    {
        var roof = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, CoveringKind.LaminatedShingle, 2006, 2)
            .Finds("A", "boot-collar-torn", "bath", WaterEvidence.Active);
        foreach (var danger in dangers)
        {
            roof.Finds("", danger, danger);
        }
        return RoofOptions.Of(RuleBook.Current, roof.Facts(), roof.Judged()).IfNothing;
    }

    [Fact]
    public void One_danger_is_one_job() =>
        IfNothing("flue-open-attic").ShouldContain("Job 1 is a danger to people: no figure is put on that, and no option leaves it out.");

    [Fact]
    public void Two_dangers_are_two_jobs() =>
        IfNothing("flue-open-attic", "wires-low")
            .ShouldContain("Jobs 1 and 2 are dangers to people: no figure is put on that, and no option leaves it out.");

    [Fact]
    public void Without_a_danger_none_is_told() => IfNothing().ShouldNotContain("danger");
}
