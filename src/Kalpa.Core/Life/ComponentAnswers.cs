using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>What is stated of one component alone.</summary>
internal static class ComponentAnswers
{
    public static ComponentAnswer Of(AssemblyComponent part, RemainingYears? alone, bool governs, DateOnly asOf, UnseenLayer? unseen)
    {
        var left = alone is null || unseen is not null ? null : RemainingLife.YearsOf(alone);
        var due = part.Part == ComponentPart.Renewable && left is not null ? DueOf(left, asOf) : null;
        return new ComponentAnswer(
            part.Id,
            part.Kind,
            part.Name,
            part.Place,
            part.Part,
            part.Assumed,
            governs,
            part.Laid.Age,
            part.Stage,
            left,
            due,
            unseen is null ? Words(part, left, due, governs) : unseen.Words
        );
    }

    private static DueYears DueOf(YearsLeft left, DateOnly asOf)
    {
        var now = Years.Of(asOf);
        return new DueYears((int)(now + left.Low), (int)(now + left.Likely), (int)(now + left.High));
    }

    private static string Words(AssemblyComponent part, YearsLeft? left, DueYears? due, bool governs)
    {
        var assumed = part.Assumed ? "Not recorded: assumed to be as old as the covering. " : "";
        var seen = part.Stage is { } stage ? $"{part.StageLooks[stage]}. " : "";
        var years = (part.Part, left, due) switch
        {
            (ComponentPart.Passive, _, _) => "Not aged separately.",
            (_, null, _) => "Neither age nor stage is recorded.",
            (_, { High: <= 0 }, _) => "At end of life.",
            (_, _, { } at) => $"Due about {at.Likely} ({at.From}–{at.To}); can be replaced separately.",
            _ => $"On its own {Sentences.Range(left.Low, left.Likely, left.High)}.",
        };
        return $"{assumed}{seen}{years}{(governs ? " Controlling component." : "")}";
    }
}
