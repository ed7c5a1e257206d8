using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Store.Rules;

public sealed record RulesRow(int Version, HouseRules Rules);

public sealed class RulesStore(NurseryTransaction nursery)
{
    internal const string Select = """
        -- The house rules.
        select version, prick_out, twins, pepper_timing, pepper_weeks_after_frost, accepted_risk, hardening_days, pepper_soil_c,
          tomato_night_c, pepper_night_c, seed_leaves, watering
        from house_rules
        """;

    private const string Insert = """
        -- A new nursery's house rules.
        insert into house_rules (nursery_id, prick_out, twins, pepper_timing, pepper_weeks_after_frost, accepted_risk,
          hardening_days, pepper_soil_c, tomato_night_c, pepper_night_c,
          seed_leaves, watering)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
        """;

    private const string Change = """
        -- Change the house rules, if nobody else has meanwhile.
        update house_rules
        set version = version + 1, prick_out = $2, twins = $3, pepper_timing = $4, pepper_weeks_after_frost = $5,
          accepted_risk = $6, hardening_days = $7,
          pepper_soil_c = $8, tomato_night_c = $9, pepper_night_c = $10, seed_leaves = $11, watering = $12
        where version = $1
        """;

    public async Task<RulesRow> GetAsync(CancellationToken cancel) =>
        await nursery.OneAsync(Select, Read, cancel) ?? throw new NotFoundException("nursery");

    public Task CreateAsync(HouseRules rules, CancellationToken cancel) =>
        nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), .. Parameters(rules)]);

    public async Task ChangeAsync(RulesRow change, CancellationToken cancel)
    {
        var rules = change.Rules;
        var failures = Check(rules);
        if (rules.PepperTiming == PepperTiming.BySoilAndNights && await new RecordStore(nursery).ClimateAsync(cancel) is null)
            failures.Add(new("needs-record", "pepperTiming"));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        if (await nursery.ExecuteAsync(Change, cancel, [Sql.Of(change.Version), .. Parameters(rules)]) == 0)
        {
            throw new ConflictException("changed-meanwhile", await GetAsync(cancel));
        }
    }

    internal static List<Failure> Check(HouseRules rules)
    {
        var failures = new List<Failure>();
        if (!HouseRules.Risks.Contains(rules.AcceptedRisk))
            failures.Add(new("not-an-option", "acceptedRisk", rules.AcceptedRisk));
        if (!HouseRules.HardeningLengths.Contains(rules.HardeningDays))
            failures.Add(new("not-an-option", "hardeningDays", rules.HardeningDays));
        if (rules.PepperWeeksAfterFrost is < 2 or > 4)
            failures.Add(Failure.OutOfRange("pepperWeeksAfterFrost", rules.PepperWeeksAfterFrost, 2, 4));
        if (!HouseRules.PepperSoils.Contains(rules.PepperSoilC))
            failures.Add(new("not-an-option", "pepperSoilC", rules.PepperSoilC));
        if (!(rules.TomatoNightC is >= 4 and <= 14))
            failures.Add(Failure.OutOfRange("tomatoNightC", rules.TomatoNightC, 4, 14));
        if (!(rules.PepperNightC is >= 4 and <= 18))
            failures.Add(Failure.OutOfRange("pepperNightC", rules.PepperNightC, 4, 18));
        return failures;
    }

    private static NpgsqlParameter[] Parameters(HouseRules rules) =>
        [
            Sql.Of(rules.PrickOut.Word()),
            Sql.Of(rules.Twins.Word()),
            Sql.Of(rules.PepperTiming.Word()),
            Sql.Of(rules.PepperWeeksAfterFrost),
            Sql.Of(rules.AcceptedRisk),
            Sql.Of(rules.HardeningDays),
            Sql.Of(rules.PepperSoilC),
            Sql.Of(rules.TomatoNightC),
            Sql.Of(rules.PepperNightC),
            Sql.Of(rules.SeedLeaves.Word()),
            Sql.Of(rules.Watering.Word()),
        ];

    internal static RulesRow Read(NpgsqlDataReader r) =>
        new(
            r.GetInt32(0),
            new(
                r.Enum<PrickOutStage>(1),
                r.Enum<Twins>(2),
                r.Enum<PepperTiming>(3),
                r.GetInt32(4),
                r.GetDouble(5),
                r.GetInt32(6),
                r.GetDouble(7),
                r.GetDouble(8),
                r.GetDouble(9),
                r.Enum<SeedLeaves>(10),
                r.Enum<Watering>(11)
            )
        );
}
