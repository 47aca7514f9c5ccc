using System.Reflection;
using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Kalpa.Contracts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests;

/// <summary>Arrows point inward, and the core reads no clock, file, random source or culture.</summary>
public class ArchitectureTests
{
    private static readonly string[] BannedTypes =
    [
        "System.IO.File",
        "System.IO.Directory",
        "System.Random",
        "System.Diagnostics.Stopwatch",
        "System.Globalization.CultureInfo.CurrentCulture",
        "System.Console",
        "System.Net.Http.HttpClient",
        "System.TimeProvider",
    ];

    private static readonly string[] BannedMembers =
    [
        "System.DateTime.get_Now",
        "System.DateTime.get_UtcNow",
        "System.DateTime.get_Today",
        "System.DateTimeOffset.get_Now",
        "System.DateTimeOffset.get_UtcNow",
        "System.Guid.NewGuid",
        "System.Guid.CreateVersion7",
        "System.Globalization.CultureInfo.get_CurrentCulture",
    ];

    [Fact]
    public void The_core_depends_on_the_framework_alone() =>
        References(typeof(RuleBook).Assembly).ShouldAllBe(name => name.StartsWith("System", StringComparison.Ordinal));

    [Fact]
    public void The_contracts_depend_on_the_core_alone() =>
        References(typeof(Compute).Assembly)
            .ShouldAllBe(name => name.StartsWith("System", StringComparison.Ordinal) || name == "Kalpa.Core");

    [Fact]
    public void The_core_calls_nothing_that_is_not_in_its_facts()
    {
        using var stream = File.OpenRead(typeof(RuleBook).Assembly.Location);
        using var image = new PEReader(stream);
        var meta = image.GetMetadataReader();
        TypesUsed(meta).Intersect(BannedTypes).ShouldBeEmpty();
        // Iterators are compiled to ask which thread they run on; nothing else of the environment is theirs to know.
        MembersUsed(meta)
            .Where(m => m.StartsWith("System.Environment.", StringComparison.Ordinal))
            .ShouldBeSubsetOf(["System.Environment.get_CurrentManagedThreadId"]);
        MembersUsed(meta).Intersect(BannedMembers).ShouldBeEmpty();
    }

    private static IEnumerable<string> References(Assembly assembly) => assembly.GetReferencedAssemblies().Select(a => a.Name!);

    private static IEnumerable<string> TypesUsed(MetadataReader meta) =>
        meta.TypeReferences.Select(handle => Name(meta, meta.GetTypeReference(handle)));

    private static IEnumerable<string> MembersUsed(MetadataReader meta) =>
        meta
            .MemberReferences.Select(meta.GetMemberReference)
            .Where(member => member.Parent.Kind == HandleKind.TypeReference)
            .Select(member => $"{Name(meta, meta.GetTypeReference((TypeReferenceHandle)member.Parent))}.{meta.GetString(member.Name)}");

    private static string Name(MetadataReader meta, TypeReference type) => $"{meta.GetString(type.Namespace)}.{meta.GetString(type.Name)}";
}
