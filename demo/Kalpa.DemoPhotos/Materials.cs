using SkiaSharp;

namespace Kalpa.DemoPhotos;

/// <summary>Roof materials drawn piece by piece.</summary>
internal sealed class Materials(SKCanvas canvas, Texture texture)
{
    public static readonly SKColor Granule = new(92, 96, 101);
    public static readonly SKColor Asphalt = new(42, 41, 42);
    public static readonly SKColor Rust = new(150, 78, 36);
    public static readonly SKColor Lead = new(132, 138, 143);
    public static readonly SKColor Clay = new(176, 98, 66);
    public static readonly SKColor Wood = new(168, 132, 92);
    public static readonly SKColor Brick = new(150, 82, 64);
    public static readonly SKColor Siding = new(206, 205, 190);

    /// <summary>Courses of laminated shingles over the whole area; wear 0 to 1 takes granules and darkens edges.</summary>
    public void Shingles(SKRect area, float course, float wear, float tilt = 0)
    {
        canvas.Save();
        canvas.ClipRect(area);
        canvas.RotateDegrees(tilt, area.MidX, area.MidY);
        Fill(SKRect.Inflate(area, 200, 200), Granule);
        for (var y = area.Bottom + 120; y > area.Top - 160; y -= course)
        {
            Course(area, y, course, wear);
        }
        canvas.Restore();
    }

    private void Course(SKRect area, float bottom, float course, float wear)
    {
        var x = area.Left - 200 - texture.Between(0, course);
        while (x < area.Right + 200)
        {
            var width = texture.Between(course * 0.7f, course * 1.7f);
            var tab = new SKRect(x, bottom - course, x + width - texture.Between(0, 4), bottom + texture.Between(-3, 3));
            var color = texture.Vary(Texture.Mix(Granule, new SKColor(120, 112, 100), texture.Between(0, 0.5f)), 14);
            Fill(tab, color);
            texture.Speckle(canvas, tab, color, (int)(tab.Width * tab.Height / 60));
            Shade(tab, wear);
            if (texture.Chance(wear))
            {
                Bald(tab.MidX + texture.Between(-20, 20), tab.MidY, texture.Between(course * 0.12f, course * 0.4f));
            }
            x += width;
        }
    }

    private void Shade(SKRect tab, float wear)
    {
        using var dark = new SKPaint
        {
            Color = new SKColor(16, 16, 18, 150),
            MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, 3.5f),
        };
        canvas.DrawRect(tab.Left, tab.Bottom - 2, tab.Width, 8, dark);
        dark.Color = new SKColor(20, 20, 22, (byte)(60 + 120 * wear));
        canvas.DrawRect(tab.Right - 2, tab.Top, 4, tab.Height, dark);
        dark.Color = Asphalt.WithAlpha((byte)(180 * wear));
        canvas.DrawRect(tab.Left, tab.Bottom - 12 * wear, tab.Width, 12 * wear, dark);
    }

    public void Bald(float x, float y, float radius)
    {
        using var paint = new SKPaint
        {
            Color = Asphalt.WithAlpha(165),
            MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, radius / 5),
        };
        using var blot = texture.Blot(x, y, radius, 0.16f);
        canvas.DrawPath(blot, paint);
        // Glints of glass where the mat shows.
        texture.Speckle(canvas, new SKRect(x - radius, y - radius, x + radius, y + radius), new SKColor(205, 203, 190), (int)radius, 1.1f);
    }

    /// <summary>Rows of barrel tile, each a half-round with light along its crown.</summary>
    public void Tiles(SKRect area, float width, float course, Func<int, int, (float Down, float Turn)>? place = null)
    {
        Fill(area, new SKColor(70, 44, 34));
        canvas.Save();
        canvas.ClipRect(area);
        var rows = (int)(area.Height / course) + 2;
        for (var row = rows; row >= -1; row--)
        {
            for (var column = -1; column * width < area.Width + width; column++)
            {
                var (down, turn) = place?.Invoke(column, row) ?? (0, 0);
                Tile(area.Left + column * width, area.Top + row * course + down, width, course * 1.32f, turn);
            }
        }
        canvas.Restore();
    }

    public void Tile(float x, float y, float width, float height, float turn)
    {
        canvas.Save();
        canvas.RotateDegrees(turn, x + width / 2, y + height);
        var tile = new SKRect(x + 2, y, x + width - 2, y + height);
        var color = texture.Vary(Texture.Mix(Clay, new SKColor(120, 72, 56), texture.Between(0, 0.6f)), 12);
        using var shader = SKShader.CreateLinearGradient(
            new SKPoint(tile.Left, 0),
            new SKPoint(tile.Right, 0),
            [
                Texture.Mix(color, SKColors.Black, 0.55f),
                color,
                Texture.Mix(color, SKColors.White, 0.22f),
                color,
                Texture.Mix(color, SKColors.Black, 0.6f),
            ],
            [0, 0.28f, 0.45f, 0.65f, 1],
            SKShaderTileMode.Clamp
        );
        using var paint = new SKPaint { Shader = shader, IsAntialias = true };
        using var shadow = new SKPaint { Color = new SKColor(20, 10, 8, 170), MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, 5) };
        canvas.DrawRoundRect(tile.Left, tile.Top + 7, tile.Width, tile.Height, width / 2.4f, 16, shadow);
        canvas.DrawRoundRect(tile, width / 2.4f, 16, paint);
        texture.Speckle(canvas, tile, color, (int)(tile.Width * tile.Height / 130), 1.8f, 30);
        canvas.Restore();
    }

    public void Boards(SKRect area, SKColor color, float board, bool upright = false)
    {
        Fill(area, color);
        using var line = new SKPaint { Color = new SKColor(40, 36, 30, 150), StrokeWidth = 4 };
        using var grain = new SKPaint { Color = Texture.Mix(color, SKColors.Black, 0.3f).WithAlpha(70), StrokeWidth = 1.4f };
        var (from, to) = upright ? (area.Left, area.Right) : (area.Top, area.Bottom);
        for (var at = from; at < to; at += board)
        {
            for (var i = 0; i < 9; i++)
            {
                Along(area, at + texture.Between(4, board), grain, upright);
            }
            Along(area, at, line, upright);
        }
    }

    private void Along(SKRect area, float at, SKPaint paint, bool upright)
    {
        if (upright)
        {
            canvas.DrawLine(at, area.Top, at + texture.Between(-2, 2), area.Bottom, paint);
        }
        else
        {
            canvas.DrawLine(area.Left, at, area.Right, at + texture.Between(-2, 2), paint);
        }
    }

    public void Bricks(SKRect area, float course)
    {
        Fill(area, new SKColor(176, 170, 158));
        for (var row = 0; row * course < area.Height; row++)
        {
            for (var x = area.Left - (row % 2) * course * 1.2f; x < area.Right; x += course * 2.4f)
            {
                var brick = SKRect.Intersect(
                    new SKRect(x + 3, area.Top + row * course + 3, x + course * 2.4f - 3, area.Top + (row + 1) * course - 3),
                    area
                );
                Fill(brick, texture.Vary(Brick, 22));
                texture.Speckle(canvas, brick, Brick, (int)(brick.Width * brick.Height / 220), 1.8f);
            }
        }
    }

    /// <summary>Sheet metal with a soft sheen.</summary>
    public void Metal(SKPath path, SKColor color)
    {
        var box = path.Bounds;
        using var shader = SKShader.CreateLinearGradient(
            new SKPoint(box.Left, box.Top),
            new SKPoint(box.Right, box.Bottom),
            [Texture.Mix(color, SKColors.White, 0.35f), color, Texture.Mix(color, SKColors.Black, 0.3f), color],
            [0, 0.4f, 0.7f, 1],
            SKShaderTileMode.Clamp
        );
        using var paint = new SKPaint { Shader = shader, IsAntialias = true };
        Shadow(path, 8);
        canvas.DrawPath(path, paint);
        using var edge = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 2,
            Color = new SKColor(40, 42, 44, 190),
            IsAntialias = true,
        };
        canvas.DrawPath(path, edge);
    }

    public void RustOn(SKRect area, int spots)
    {
        for (var i = 0; i < spots; i++)
        {
            var (x, y) = (texture.Between(area.Left, area.Right), texture.Between(area.Top, area.Bottom));
            using var blot = texture.Blot(x, y, texture.Between(6, 34), 0.5f);
            using var paint = new SKPaint
            {
                Color = texture.Vary(Rust, 26).WithAlpha(190),
                MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, 2),
            };
            canvas.DrawPath(blot, paint);
            texture.Speckle(canvas, new SKRect(x - 30, y - 30, x + 30, y + 30), Rust, 60, 2.4f);
        }
    }

    /// <summary>A soft stain that runs downward.</summary>
    public void Stain(float x, float y, float radius, SKColor color, float run = 0)
    {
        using var paint = new SKPaint { Color = color, MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, radius / 7) };
        using var blot = texture.Blot(x, y, radius, 0.25f);
        canvas.DrawPath(blot, paint);
        for (var i = 0; i < (int)(run / 12); i++)
        {
            var at = x + texture.Between(-radius * 0.8f, radius * 0.8f);
            canvas.DrawRect(at, y, texture.Between(4, 18), run * texture.Between(0.5f, 1), paint);
        }
    }

    public void Leaves(SKRect area, int count)
    {
        using var paint = new SKPaint { IsAntialias = true };
        for (var i = 0; i < count; i++)
        {
            paint.Color = texture.Vary(texture.Chance(0.5) ? new SKColor(122, 84, 40) : new SKColor(86, 88, 44), 30);
            canvas.Save();
            canvas.Translate(texture.Between(area.Left, area.Right), texture.Between(area.Top, area.Bottom));
            canvas.RotateDegrees(texture.Between(0, 360));
            canvas.DrawOval(0, 0, texture.Between(16, 34), texture.Between(7, 13), paint);
            canvas.Restore();
        }
    }

    public void Shadow(SKPath path, float drop)
    {
        using var shadow = new SKPaint
        {
            Color = new SKColor(10, 10, 12, 150),
            MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, drop),
        };
        canvas.Save();
        canvas.Translate(drop * 0.6f, drop);
        canvas.DrawPath(path, shadow);
        canvas.Restore();
    }

    public void Fill(SKRect area, SKColor color)
    {
        using var paint = new SKPaint { Color = color };
        canvas.DrawRect(area, paint);
    }
}
