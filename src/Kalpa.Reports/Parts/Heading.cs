using System.Globalization;
using Microsoft.AspNetCore.Components;
using Microsoft.AspNetCore.Components.Rendering;

namespace Kalpa.Reports.Parts;

/// <summary>A heading of a part of the report, or of one within it. Where several roofs have the same part, it says of which it is.</summary>
public sealed class Heading : ComponentBase
{
    /// <summary>The level of a part: under the title of the report.</summary>
    private const int PartLevel = 2;

    /// <summary>The roof whose part it is; empty where the report is of one roof, or the part of all.</summary>
    [CascadingParameter(Name = "OfRoof")]
    public string OfRoof { get; set; } = "";

    /// <summary>0 for the heading of a part, 1 for one within it.</summary>
    [Parameter]
    public int Below { get; set; }

    [Parameter, EditorRequired]
    public required RenderFragment ChildContent { get; set; }

    protected override void BuildRenderTree(RenderTreeBuilder builder)
    {
        builder.OpenElement(0, string.Create(CultureInfo.InvariantCulture, $"h{PartLevel + Below}"));
        builder.AddAttribute(1, "class", Below == 0 ? "part" : "within");
        builder.AddContent(2, ChildContent);
        if (OfRoof.Length > 0)
        {
            builder.AddContent(3, $": {OfRoof}");
        }
        builder.CloseElement();
    }
}
