using System.Globalization;

namespace Kalpa.Core.Life;

/// <summary>Whether the year on record and the wear seen can be of one roof. Said, not resolved: a wrong year and an unusual roof look alike.</summary>
internal static class AgeAndLook
{
    /// <summary>Rarer than this among roofs of that age, the look or the year is to be checked. Common practice: one in fifty.</summary>
    private const double Rare = 0.02;

    /// <summary>The clash in words, with what settles it; null where age and look agree, or one of them is not known.</summary>
    public static string? Clash(AssemblyComponent part)
    {
        if (part is not { Life: { HasAge: true } life, Stage: { } stage, Laid.Age: { } age })
        {
            return null;
        }
        var chances = life.StagesAtAge();
        var (worse, better) = (chances.Skip(stage).Sum(), chances.Take(stage + 1).Sum());
        if (worse >= Rare && better >= Rare)
        {
            return null;
        }
        var record = Math.Round((age.Low + age.High) / 2);
        var seen = string.Create(
            CultureInfo.InvariantCulture,
            $"The wear on the {part.Name} is typical of about {life.AgeOfLook(stage):0} years; the record says {record:0}. "
        );
        return worse < Rare
            ? seen
                + "Check the year against the permit or the manufacturer’s stamp. If it is right, this is early failure: check for hail, a defective product or poor installation."
            : seen
                + "Check the year, and ask whether it was replaced since. If the year is right, it is wearing slowly and has outlasted the charts.";
    }
}
