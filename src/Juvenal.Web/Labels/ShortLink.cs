using System.Buffers.Text;

namespace Juvenal.Web.Labels;

/// <summary>A nursery and a batch in 43 signs that every code can hold: both ids, base64url.</summary>
internal static class ShortLink
{
    private const int Bytes = 32;

    public static string Of(Guid nursery, Guid batch)
    {
        Span<byte> both = stackalloc byte[Bytes];
        nursery.TryWriteBytes(both, bigEndian: true, out _);
        batch.TryWriteBytes(both[16..], bigEndian: true, out _);
        return Base64Url.EncodeToString(both);
    }

    /// <returns>Null where it is none.</returns>
    public static (Guid Nursery, Guid Batch)? Read(string link)
    {
        Span<byte> both = stackalloc byte[Bytes];
        return Base64Url.IsValid(link, out var length) && length == Bytes && Base64Url.DecodeFromChars(link, both) == Bytes
            ? (new Guid(both[..16], bigEndian: true), new Guid(both[16..], bigEndian: true))
            : null;
    }
}
