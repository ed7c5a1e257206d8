using System.Xml.Linq;
using Juvenal.Store.Keys;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.DataProtection.Repositories;
using Microsoft.Extensions.Options;

namespace Juvenal.Web.Hosting;

/// <summary>Keeps the framework's keys in the database, so that two servers accept each other's cookies and tokens.</summary>
internal sealed class KeyRing(KeyStore store) : IXmlRepository
{
    public IReadOnlyCollection<XElement> GetAllElements() => [.. store.All().Select(XElement.Parse)];

    public void StoreElement(XElement element, string friendlyName) =>
        store.Add(friendlyName, element.ToString(SaveOptions.DisableFormatting));
}

internal sealed class KeyRingOptions(KeyRing ring) : IConfigureOptions<KeyManagementOptions>
{
    public void Configure(KeyManagementOptions options) => options.XmlRepository = ring;
}
