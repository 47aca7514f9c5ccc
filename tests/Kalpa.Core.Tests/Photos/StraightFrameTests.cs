using Kalpa.Core.Photos;

namespace Kalpa.Core.Tests.Photos;

/// <summary>A photo straightened: turned about its middle, with no empty corner.</summary>
public sealed class StraightFrameTests
{
    /// <summary>cos t + sin t · longer side / shorter side, by a pocket calculator.</summary>
    [Theory]
    [InlineData(4, 3, 0, 1)]
    [InlineData(4, 3, 10, 1.21634)]
    [InlineData(3, 4, -10, 1.21634)]
    [InlineData(1, 1, 15, 1.22474)]
    [InlineData(16, 9, 2, 1.06143)]
    public void It_is_enlarged_by_what_the_corners_take(double width, double height, double turn, double zoom) =>
        new StraightFrame(width, height, turn).Zoom.ShouldBe(zoom, 1e-5);

    [Fact]
    public void Every_corner_of_the_frame_lies_on_the_photo_and_one_of_them_at_its_edge()
    {
        foreach (var (width, height) in new[] { (4.0, 3.0), (3.0, 4.0), (1.0, 1.0), (16.0, 9.0) })
        {
            for (var turn = -15.0; turn <= 15; turn += 0.5)
            {
                var frame = new StraightFrame(width, height, turn);
                var corners = new[] { (0.0, 0.0), (1, 0), (1, 1), (0, 1) }.Select(c => frame.ToOriginal(c.Item1, c.Item2)).ToList();
                corners.ShouldAllBe(c => c.X > -1e-9 && c.X < 1 + 1e-9 && c.Y > -1e-9 && c.Y < 1 + 1e-9);
                // Enlarged no more than it takes.
                corners.Min(c => Math.Min(Math.Min(c.X, 1 - c.X), Math.Min(c.Y, 1 - c.Y))).ShouldBe(0, 1e-9);
            }
        }
    }

    [Fact]
    public void It_turns_clockwise_and_back()
    {
        var frame = new StraightFrame(4, 3, 7);
        frame.ToFrame(1, 0.5).Y.ShouldBeGreaterThan(0.5);
        frame.ToFrame(0.5, 0).X.ShouldBeGreaterThan(0.5);
        var (x, y) = frame.ToFrame(0.3, 0.8);
        frame.ToOriginal(x, y).X.ShouldBe(0.3, 1e-12);
        frame.ToOriginal(x, y).Y.ShouldBe(0.8, 1e-12);
        // A quarter of an inch over ten feet: what a level reads is what the picture turns by.
        new StraightFrame(120, 120, Math.Atan(0.25 / 120) * 180 / Math.PI)
            .ToFrame(1, 0.5)
            .Y.ShouldBe(0.5 + 0.5 * 0.25 / 120, 1e-4);
    }
}
