using Kalpa.Samples.Servers;

namespace Kalpa.Bench;

/// <summary>Many more kills than the tests make; what was acknowledged, lost, doubled or damaged is printed.</summary>
internal static class KillBench
{
    private const int AtOnce = 20;
    private const int OneIn = 4;

    public static async Task<int> Run(string root, int kills)
    {
        var (done, facts, photos, reports, bad) = (0, 0, 0, 0, 0);
        for (var seed = 1; done < kills; seed++)
        {
            var now = Math.Min(AtOnce, kills - done);
            var result = await new Kills(root, seed).Run(now - now / OneIn, now / OneIn);
            done += now;
            facts += result.Facts;
            photos += result.Photos;
            reports += result.Reports;
            bad += result.Sound ? 0 : 1;
            Console.WriteLine(
                $"{done} kills: {facts} facts and {photos} photos acknowledged, {reports} reports; lost {result.Lost}, doubled {result.Doubled}, damaged {result.Damaged}"
            );
            foreach (var fault in result.Faults)
            {
                Console.WriteLine($"  seed {seed}: {fault}");
            }
        }
        return bad == 0 ? 0 : 1;
    }
}
