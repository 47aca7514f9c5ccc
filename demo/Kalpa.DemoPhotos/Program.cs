using Kalpa.DemoPhotos;
using SkiaSharp;

// Draws the demo's photos into a folder: dotnet run --project demo/Kalpa.DemoPhotos -- demo/photos
const int Quality = 82;
if (args is not [var folder])
{
    await Console.Error.WriteLineAsync("usage: Kalpa.DemoPhotos FOLDER");
    return 1;
}
Directory.CreateDirectory(folder);
var seed = 1;
foreach (var (file, draw) in Scenes.ByFile)
{
    var texture = new Texture(seed++);
    using var bitmap = new SKBitmap(Scenes.Width, Scenes.Height);
    using (var canvas = new SKCanvas(bitmap))
    {
        draw(canvas, new Materials(canvas, texture), texture);
    }
    texture.Photograph(bitmap);
    using var image = SKImage.FromBitmap(bitmap);
    using var jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
    await using var target = File.Create(Path.Combine(folder, file));
    jpeg.SaveTo(target);
}
return 0;
