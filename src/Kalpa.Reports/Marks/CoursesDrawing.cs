namespace Kalpa.Reports.Marks;

/// <summary>Remaining life as shingle courses, one tab a year: weathered ones behind, whole ones to the low figure, hatched to the high one.</summary>
public sealed record CoursesDrawing(IReadOnlyList<CourseTab> Tabs, double Width, double? NotchX)
{
    public const double Height = 34;
    public const double TabTop = 8;

    /// <summary>The widest a year is drawn, and the widest a whole row: a long life gets narrower tabs.</summary>
    private const double WidestTab = 11;

    private const double WidestRow = 440;

    /// <summary>Strokes across the hatched tabs, as one path: a pattern would be drawn anew for each tab when printed.</summary>
    public string Hatching =>
        string.Concat(
            Tabs.Where(tab => tab.Kind == CourseKind.Hatched)
                .Select(tab =>
                    FormattableString.Invariant(
                        $"M{tab.X + 1:0.##} 19 L{tab.X + tab.Width - 1:0.##} 11 M{tab.X + 1:0.##} 29 L{tab.X + tab.Width - 1:0.##} 21 "
                    )
                )
        );

    public static CoursesDrawing Of(double? ageYears, double low, double likely, double high)
    {
        var behind = (int)Math.Round(ageYears ?? 0);
        var whole = (int)Math.Round(low);
        var hatched = Math.Max(0, (int)Math.Ceiling(high) - whole);
        // At end of life: one dashed tab after those behind says that none is to come.
        var count = Math.Max(1, Math.Max(behind + (high <= 0 ? 1 : 0), behind + whole + hatched));
        var width = Math.Min(WidestTab, WidestRow / count);
        var tabs = Enumerable
            .Range(0, count)
            .Select(i => new CourseTab(
                i * width,
                width,
                i < behind ? CourseKind.Weathered
                    : i < behind + whole ? CourseKind.Whole
                    : hatched > 0 ? CourseKind.Hatched
                    : CourseKind.AtEnd
            ))
            .ToList();
        return new CoursesDrawing(tabs, count * width, high > 0 ? (behind + likely) * width : null);
    }
}

public enum CourseKind
{
    Weathered,
    Whole,
    Hatched,
    AtEnd,
}

public readonly record struct CourseTab(double X, double Width, CourseKind Kind);
