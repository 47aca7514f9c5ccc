namespace Kalpa.Core.Measures;

/// <summary>Why a typed measure was not understood. <paramref name="Code"/> is stable; <paramref name="Text"/> says what to type instead.</summary>
public sealed record MeasureProblem(string Code, string Text)
{
    public static MeasureProblem Empty(string example) => new("measure.empty", $"Type a measure, for example {example}.");

    public static MeasureProblem NotUnderstood(string typed, string examples) =>
        new("measure.not-understood", $"\"{typed.Trim()}\" is not a measure Kalpa knows. Type it like {examples}.");

    public static MeasureProblem OutOfRange(string typed, string range) =>
        new("measure.out-of-range", $"\"{typed.Trim()}\" is outside {range}. Check the reading and its unit.");

    public static MeasureProblem ZeroDenominator(string typed) => new("measure.zero-denominator", $"\"{typed.Trim()}\" divides by zero.");
}

/// <summary>Either a value or the problem; never both.</summary>
public readonly record struct Parsed<T>(T? Value, MeasureProblem? Problem)
    where T : struct
{
    public static Parsed<T> Of(T value) => new(value, null);

    public static Parsed<T> Failed(MeasureProblem problem) => new(null, problem);
}
