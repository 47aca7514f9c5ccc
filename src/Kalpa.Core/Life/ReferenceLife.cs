using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>Reference service life in years as P10, P50 and P90, with its source.</summary>
public sealed record ReferenceLife(
    WeatherExposure Exposure,
    double Low,
    double Likely,
    double High,
    SourceClass SourceClass,
    string Source
);
