using System.Buffers;
using System.Globalization;
using System.IO.Pipelines;
using System.Text.Json;
using Juvenal.Core.Measures;

namespace Juvenal.Store.Exports;

/// <summary>Reads the rows of a table one by one, each of bounded size: what a file unpacks to is never held as a whole.</summary>
internal static class ImportRows
{
    /// <summary>The largest row that is exported is a batch with its plan, some twenty kilobytes.</summary>
    public const int LargestRow = 512 * 1024;

    private const int LongestText = 2000;

    /// <summary>Days that a nursery can be about.</summary>
    private static readonly DateOnly First = new(1700, 1, 1),
        Last = new(2300, 1, 1);

    /// <summary>The objects of a JSON array.</summary>
    /// <exception cref="InvalidDataException">A row is larger than <see cref="LargestRow"/>, or it is no array of objects.</exception>
    /// <exception cref="JsonException">It is no JSON.</exception>
    public static async IAsyncEnumerable<JsonElement> ReadAsync(
        Stream file,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        var pipe = PipeReader.Create(file, new(bufferSize: 64 * 1024));
        var (begun, ended) = (false, false);
        while (!ended)
        {
            var read = await pipe.ReadAsync(cancel);
            var buffer = read.Buffer;
            var rows = new List<JsonElement>();
            while (!ended && Next(ref buffer, read.IsCompleted, ref begun, ref ended) is { } row)
                rows.Add(row);
            var left = buffer.Length;
            pipe.AdvanceTo(buffer.Start, read.Buffer.End);
            foreach (var row in rows)
                yield return row;
            if (left > LargestRow || (read.IsCompleted && !ended))
                throw new InvalidDataException("A row is too large, or the file ends in it.");
        }
    }

    /// <summary>
    /// Whether a value is of its column's kind and nothing that no nursery has: texts of signs, days that exist, finite numbers.
    /// </summary>
    public static bool Plain(JsonElement value, ExportColumn column) =>
        (column.Type, value.ValueKind) switch
        {
            (_, JsonValueKind.Null) => true,
            ("text", JsonValueKind.String) => value.GetString() is { Length: <= LongestText } text && Texts.IsPlain(text),
            ("text", _) => false,
            ("date", JsonValueKind.String) => DateOnly.TryParseExact(
                value.GetString(),
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var day
            )
                && day >= First
                && day <= Last,
            ("timestamp with time zone", JsonValueKind.String) => DateTimeOffset.TryParse(
                value.GetString(),
                CultureInfo.InvariantCulture,
                out var time
            ) && time.Year is >= 1970 and < 2300,
            ("integer" or "bigint" or "double precision", _) => value.ValueKind == JsonValueKind.Number
                && value.TryGetDouble(out var number)
                && double.IsFinite(number),
            ("boolean", _) => value.ValueKind is JsonValueKind.True or JsonValueKind.False,
            ("uuid", JsonValueKind.String) => value.TryGetGuid(out _),
            ("uuid" or "date" or "timestamp with time zone", _) => false,
            _ => true,
        };

    private static JsonElement? Next(ref ReadOnlySequence<byte> buffer, bool last, ref bool begun, ref bool ended)
    {
        while (Skip(ref buffer) is { } sign)
        {
            if (!begun)
            {
                if (sign != '[')
                    throw new InvalidDataException("Not a list of rows.");
                begun = true;
                buffer = buffer.Slice(1);
                continue;
            }

            if (sign == ',')
            {
                buffer = buffer.Slice(1);
                continue;
            }

            if (sign == ']')
            {
                ended = true;
                return null;
            }

            var reader = new Utf8JsonReader(buffer, last, default);
            if (!JsonDocument.TryParseValue(ref reader, out var document))
                return null;
            buffer = buffer.Slice(reader.Position);
            return document.RootElement.ValueKind == JsonValueKind.Object
                ? document.RootElement
                : throw new InvalidDataException("A row is no object.");
        }

        return null;
    }

    /// <summary>The next sign that is no space.</summary>
    private static byte? Skip(ref ReadOnlySequence<byte> buffer)
    {
        while (buffer.Length > 0)
        {
            var sign = buffer.FirstSpan[0];
            if (sign is not ((byte)' ' or (byte)'\n' or (byte)'\r' or (byte)'\t'))
                return sign;
            buffer = buffer.Slice(1);
        }

        return null;
    }
}
