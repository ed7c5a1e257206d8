using System.Security.Cryptography;
using System.Text;
using Juvenal.Core.Season;

namespace Juvenal.Store.Plans;

/// <summary>A short name for what a plan says, so that keeping can tell whether it is still what was shown.</summary>
public static class PlanVersion
{
    /// <summary>The same for two plans exactly when every day, amount, warning and conflict is the same.</summary>
    public static string Of(Plan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var text = new StringBuilder();
        foreach (var step in plan.Steps)
        {
            text.Append(
                $"{step.Step.Kind} {step.Date.Low:yyyyMMdd} {step.Date.Mid:yyyyMMdd} {step.Date.High:yyyyMMdd} "
                    + $"{step.Place} {step.Container} {step.Conflict?.Code};"
            );
        }

        text.Append(
            $"{plan.Quantity.Cells} {plan.Quantity.Seeds} {plan.Quantity.Trays} {string.Join(',', plan.Warnings.Select(w => w.Code))}"
        );
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text.ToString())))[..16];
    }
}
