using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Rules;

/// <summary>What something costs.</summary>
/// <param name="Container">Which, where it is one.</param>
/// <param name="Amount">In the nursery's money, 0–1,000,000; null: not known.</param>
public sealed record PriceRow(PriceOf What, Guid? Container, double? Amount);

public sealed class PriceStore(NurseryTransaction nursery)
{
    private const double Most = 1_000_000;

    private const string Select = """
        -- What things cost.
        select what, container_id, amount
        from price
        """;

    private const string Put = """
        -- A price as it is now.
        insert into price (nursery_id, what, container_id, amount)
        values ($1, $2, $3, $4)
        on conflict (nursery_id, what, container_id) do update set amount = excluded.amount
        """;

    private const string Delete = """
        -- Nobody knows what it costs.
        delete from price
        where what = $1
          and container_id is not distinct from $2
        """;

    public Task<List<PriceRow>> AllAsync(CancellationToken cancel) =>
        nursery.ListAsync(Select, r => new PriceRow(r.Enum<PriceOf>(0), r.OrNull<Guid>(1), r.GetDouble(2)), cancel);

    /// <exception cref="RefusedException">A price that cannot be, of what there is not.</exception>
    public async Task PutAsync(PriceRow price, Func<Guid, bool> isContainer, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(price);
        ArgumentNullException.ThrowIfNull(isContainer);
        if (!Enum.IsDefined(price.What) || (price.What == PriceOf.Container) != (price.Container is { } id && isContainer(id)))
            throw new RefusedException(new Failure("not-chosen", "what"));
        if (price.Amount is not { } amount)
        {
            await nursery.ExecuteAsync(Delete, cancel, Sql.Of(price.What.Word()), Sql.OfNull(price.Container));
            return;
        }

        if (!(amount is >= 0 and <= Most))
            throw new RefusedException(Failure.OutOfRange("amount", amount, 0, Most));
        await nursery.ExecuteAsync(
            Put,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(price.What.Word()),
            Sql.OfNull(price.Container),
            Sql.Of(amount)
        );
    }
}
