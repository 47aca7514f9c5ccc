using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Leaks;

/// <summary>Why a way in is likely or not, in a sentence each.</summary>
internal static class LeakWords
{
    private const double Speaks = 1.3;

    public static string For(Weighed weighed, RuleBook book)
    {
        List<string> reasons =
        [
            .. Given(
                weighed.Condition.Length > 0,
                $"{Sentences.Lower(book.FindCondition(weighed.Condition)?.Name ?? "a finding")} was found"
            ),
            .. Given(weighed.Tested > Speaks, "a test was wet"),
            .. Given(weighed.When > Speaks, Fits(weighed.Kind.Signature)),
            .. Given(weighed.Shape > Speaks, "the stain has that shape"),
            .. Given(weighed.Place > PlaceSpeaks, Where(weighed)),
            .. Given(weighed.Wind > Speaks, "it faces the wind it leaks in"),
        ];
        return reasons.Count == 0 ? "" : $"{Sentences.Upper(string.Join("; ", reasons))}.";
    }

    public static string Against(Weighed weighed)
    {
        List<string> reasons =
        [
            .. Given(weighed.Tested < 1 / Speaks, "a test stayed dry"),
            .. Given(weighed.Evidence < 1, weighed.Evidence < LookedOnly ? "probed and sound" : "it looked sound"),
            .. Given(weighed.When < 1 / Speaks, $"it does not leak {When(weighed.Kind.Signature)}"),
            .. Given(
                weighed.Place < 1 / PlaceSpeaks,
                weighed.Down is null
                    ? weighed.Condition.Length > 0
                        ? "it was recorded at another place"
                        : "nothing places it above the stain"
                    : "it lies off the water’s path to the stain"
            ),
            .. Given(weighed.Wind < 1 / Speaks, "the wind or an earlier repair speaks against it"),
            .. Given(weighed.Condition.Length == 0 && weighed.Evidence >= 1, "nothing wrong was recorded there"),
        ];
        return reasons.Count == 0 ? "" : $"{Sentences.Upper(string.Join("; ", reasons))}.";
    }

    private const double PlaceSpeaks = 1.5;
    private const double LookedOnly = 0.3;

    private static string Where(Weighed weighed) =>
        weighed.Down is not { } down
            ? weighed.Condition.Length > 0
                ? "it is at the place of the stain"
                : "such a part is usual above such a stain"
            : down < 0
                ? $"it is {Feet(-down)} below the stain, where water backs up"
                : down < 1
                    ? "it is right above the stain"
                    : $"it is {Feet(down)} upslope of the stain";

    private static string Feet(double feet) => $"{Math.Round(feet):0} ft";

    private static string Fits(LeakSignature signature) => $"it leaks {When(signature)}";

    private static string When(LeakSignature signature) =>
        signature switch
        {
            LeakSignature.AnyRain => "in every rain",
            LeakSignature.Volume => "when it pours",
            LeakSignature.Wind => "when wind drives the rain",
            LeakSignature.SlowStore => "long after rain",
            LeakSignature.Thaw => "in a thaw",
            LeakSignature.Condensation => "on cold mornings without rain",
            LeakSignature.Equipment => "while equipment runs",
            LeakSignature.Piping => "in dry weather",
            _ => "otherwise",
        };

    public static string Settle(LeakKind kind)
    {
        var test = LeakTestMethods.For(kind)[0];
        return $"{LeakTestMethods.Name(test, kind)}: {Sentences.Lower(LeakTestMethods.How(test, kind))}";
    }

    private static IEnumerable<string> Given(bool holds, string words) => holds ? [words] : [];
}
