using System.Text.RegularExpressions;

namespace Kalpa.Core.Tests.Wording;

/// <summary>What a text that a person reads must not hold: other spellings, house words, over-claims, broken sentences.</summary>
internal static partial class PlainEnglish
{
    /// <summary>Everything that is wrong with a text, each with what to write instead where there is one.</summary>
    public static IEnumerable<string> Faults(string text)
    {
        foreach (Match match in Quaint().Matches(text))
        {
            yield return $"“{match.Value}” is not what the trade writes";
        }
        foreach (Match match in Overclaimed().Matches(text))
        {
            yield return $"“{match.Value}” claims more than was seen";
        }
        foreach (Match match in Broken().Matches(text))
        {
            yield return $"“{match.Value}” is broken";
        }
        foreach (Match match in Doubled().Matches(text))
        {
            yield return $"“{match.Value}” stands twice";
        }
    }

    /// <summary>A harm in the present tense, as if somebody had seen it.</summary>
    public static IEnumerable<string> HarmsNobodySaw(string text) => Harm().Matches(text).Select(m => $"“{m.Value}” was not seen");

    [GeneratedRegex(
        @"\b(grey|mould|colou?red by|colour|ageing|fibres|harbour|neighbours?|licence|centre|draught|aluminium|galvanised|storey|judgement|catalogue|burnt|north-east|north-west|south-west|south-east|downwards|afterwards|towards|run-off|take-off|on to"
            + @"|mend(s|ed|ing)?|renew(s|ed|ing)?|anew|perish(ed|es)?|fixings?|refix|dearer|gnaw|eats|eaten|draw the nails?|maker(’s|s)?|chok(es|ed)|gapes|poke|knock|gale|cellar|hardly|now and then|as a rule|nought|somebody|nobody|whoever|in the place of|hangs on|bears on|beneath|put right|by itself|of its own"
            + @"|likeliest|none seen|reckon(ed|ing|s)?|sharpens?|spent|wants a|looked after|unfit|waved? off|take it off|part them|the years are|its years|at once|fetch(es|ed|ing)?|whether it wants)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Quaint();

    [GeneratedRegex(
        @"\b(proves?|proven|guarantee[ds]?|will leak|definitely|certainly|code violation|shoddy|seems fine|no problems|always leaks|never leaks|the fault of)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Overclaimed();

    [GeneratedRegex(
        @"  |\.\.|,\.|\.,|;\.|:\.| [,.;:](\s|$)|\(\)|\bIf [^,.]{1,80}: |\ba [aeio][a-z]+\b(?<!a one|a once|a unit|a use[a-z]*|a European|a uniform)|\ban [bcdfgjklmpqrstvwxyz][a-z]+\b(?<!an hour|an honest)"
    )]
    private static partial Regex Broken();

    [GeneratedRegex(@"\b([A-Za-z]+) \1\b(?<!\b(had had|that that))", RegexOptions.IgnoreCase)]
    private static partial Regex Doubled();

    [GeneratedRegex(
        @"\b(Water|Rain|Snow|Wind|Air|Sun|It|They) (gets|runs|enters|goes|comes|drives|takes|lifts|reaches|wets|rots|leaks|passes|drips|climbs|stands|soaks|curls|find|finds|meets|works|wicks|backs|sends|leaves|ages|tears)\b|\b(Wood rots|is open to rain|wets the|rots the|leaks into)\b",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Harm();
}
