using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Store.Rules;

public sealed record RulesRow(int Version, HouseRules Rules);

public sealed class RulesStore(NurseryTransaction nursery)
{
    internal const string Select = """
        -- The house rules.
        select version, options
        from house_rules
        """;

    private const string Insert = """
        -- A new nursery's house rules.
        insert into house_rules (nursery_id, options)
        values ($1, $2)
        """;

    private const string Change = """
        -- Change the house rules, if nobody else has meanwhile.
        update house_rules
        set version = version + 1, options = $2
        where version = $1
        """;

    public async Task<RulesRow> GetAsync(CancellationToken cancel) =>
        await nursery.OneAsync(Select, Read, cancel) ?? throw new NotFoundException("nursery");

    public Task CreateAsync(HouseRules rules, CancellationToken cancel) =>
        nursery.ExecuteAsync(Insert, cancel, Sql.Of(nursery.Nursery), Sql.OfJson(rules));

    public async Task ChangeAsync(RulesRow change, CancellationToken cancel)
    {
        var rules = change.Rules;
        var failures = Check(rules);
        if (rules.PepperTiming == PepperTiming.BySoilAndNights && !await new RecordStore(nursery).HasClimateAsync(cancel))
            failures.Add(new("needs-record", "pepperTiming"));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        if (await nursery.ExecuteAsync(Change, cancel, Sql.Of(change.Version), Sql.OfJson(rules)) == 0)
        {
            throw new ConflictException("changed-meanwhile", await GetAsync(cancel));
        }
    }

    internal static List<Failure> Check(HouseRules rules)
    {
        var failures = new List<Failure>();
        var set = JsonSerializer.SerializeToNode(rules, Sql.Json)!;
        foreach (var rule in RuleBook.All)
        {
            var value = set[rule.Code]?.ToString();
            if (rule.Options.All(o => o.Value != value))
                failures.Add(new("not-an-option", rule.Code, double.TryParse(value, CultureInfo.InvariantCulture, out var n) ? n : null));
        }

        if (rules.PepperWeeksAfterFrost is < 2 or > 4)
            failures.Add(Failure.OutOfRange("pepperWeeksAfterFrost", rules.PepperWeeksAfterFrost, 2, 4));
        return failures;
    }

    internal static RulesRow Read(NpgsqlDataReader r) => new(r.GetInt32(0), Of(r.GetString(1)));

    /// <summary>The rules as stored; one that was not there yet when they were is the usual one.</summary>
    private static HouseRules Of(string stored)
    {
        var all = JsonSerializer.SerializeToNode(HouseRules.Default, Sql.Json)!.AsObject();
        foreach (var (code, option) in JsonNode.Parse(stored)!.AsObject())
            all[code] = option?.DeepClone();
        return all.Deserialize<HouseRules>(Sql.Json)!;
    }
}
