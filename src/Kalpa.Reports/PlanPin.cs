namespace Kalpa.Reports;

/// <summary>A finding's number at its place of the plan, inches.</summary>
public sealed record PlanPin(int Number, double X, double Y);
