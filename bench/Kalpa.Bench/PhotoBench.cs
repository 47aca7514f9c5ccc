using Kalpa.Store.Photos;
using NetVips;

namespace Kalpa.Bench;

/// <summary>Photo intake's renditions beside the general-purpose command making the same three.</summary>
internal static class PhotoBench
{
    private const double CameraScale = 2.5;

    public static async Task Run(string folder, string photo, Action<string, string, string, string, string> print)
    {
        var camera = Path.Combine(folder, "camera.jpg");
        using (var image = Image.NewFromFile(photo))
        using (var large = image.Resize(CameraScale))
        {
            large.Jpegsave(camera, q: 92);
        }
        var ours = Timing.MedianMilliseconds(2, 9, () => Pictures.Renditions(camera));
        var theirs = await Timing.MedianMilliseconds(
            2,
            9,
            async () =>
            {
                foreach (var (size, quality) in new[] { (1600, 80), (1000, 72), (320, 70) })
                {
                    await Timing.Run(
                        "vipsthumbnail",
                        camera,
                        "-s",
                        $"{size}x{size}>",
                        "-o",
                        $"{folder}/theirs-{size}.jpg[Q={quality},strip]"
                    );
                }
            }
        );
        print("renditions of a 12-megapixel photo", $"{ours:0} ms", $"{theirs:0} ms vipsthumbnail", $"{theirs / ours:0.00}", "> 0.8");
    }
}
