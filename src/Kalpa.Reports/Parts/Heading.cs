using System.Globalization;
using Microsoft.AspNetCore.Components;
using Microsoft.AspNetCore.Components.Rendering;

namespace Kalpa.Reports.Parts;

/// <summary>
/// A heading of a part of the report. It stands at the level that the report gives the part, so that the outline is right where several roofs have the same
/// parts, and looks the same at each.
/// </summary>
public sealed class Heading : ComponentBase
{
    /// <summary>The usual level of a part: under the title of the report.</summary>
    private const int PartLevel = 2;

    /// <summary>The level of the parts below; 0 for the usual.</summary>
    [CascadingParameter(Name = "PartsAt")]
    public int PartsAt { get; set; }

    /// <summary>0 for the heading of a part, 1 for one within it.</summary>
    [Parameter]
    public int Below { get; set; }

    [Parameter, EditorRequired]
    public required RenderFragment ChildContent { get; set; }

    protected override void BuildRenderTree(RenderTreeBuilder builder)
    {
        var level = (PartsAt == 0 ? PartLevel : PartsAt) + Below;
        builder.OpenElement(0, string.Create(CultureInfo.InvariantCulture, $"h{level}"));
        builder.AddAttribute(1, "class", Below == 0 ? "part" : "within");
        builder.AddContent(2, ChildContent);
        builder.CloseElement();
    }
}
