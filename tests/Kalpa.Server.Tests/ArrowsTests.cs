using System.Reflection;
using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Kalpa.Core.Assessing;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Reports;

namespace Kalpa.Server.Tests;

/// <summary>Which part knows of which.</summary>
public class ArrowsTests
{
    [Fact]
    public void The_server_that_keeps_a_firms_data_knows_of_no_demo() =>
        typeof(KalpaServer).Assembly.GetReferencedAssemblies().Select(a => a.Name).ShouldNotContain("Kalpa.Demo");

    /// <summary>Pages and prints say what was worked out; they work out nothing.</summary>
    [Theory]
    [InlineData(typeof(Assessor))]
    [InlineData(typeof(RemainingLife))]
    [InlineData(typeof(PlanMeasures))]
    public void The_report_works_out_nothing_itself(Type worker) =>
        TypesUsed(typeof(ReportPages).Assembly).ShouldNotContain(worker.FullName!);

    private static List<string> TypesUsed(Assembly assembly)
    {
        using var stream = File.OpenRead(assembly.Location);
        using var image = new PEReader(stream);
        var meta = image.GetMetadataReader();
        return
        [
            .. meta.TypeReferences.Select(meta.GetTypeReference).Select(t => $"{meta.GetString(t.Namespace)}.{meta.GetString(t.Name)}"),
        ];
    }
}
