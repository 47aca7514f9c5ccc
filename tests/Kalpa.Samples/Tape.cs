using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Samples;

/// <summary>What a condition measures, typed and taken by tape.</summary>
public static class Tape
{
    public static MeasureFact Of(Condition condition, string typed) =>
        new(typed, MeasureReading.Read(typed, RuleBook.Current.FindQuantity(condition.Quantity!)!.Unit).Value!.Value, MeasuredHow.Tape);
}
