using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace Juvenal.Web.Hosting;

/// <summary>
/// The certificate that this installation signs for itself, for phones on the local network. Nobody vouches for it: each phone asks once
/// whether to trust it, so it is kept as long as it can be.
/// </summary>
public static class OwnCertificate
{
    /// <summary>Phones refuse server certificates that hold longer than 825 days (common practice, from memory).</summary>
    private static readonly TimeSpan Holds = TimeSpan.FromDays(820);

    private static readonly TimeSpan MakeAnewBefore = TimeSpan.FromDays(30);

    /// <summary>
    /// Makes sure that the folder holds a certificate for these names: certificate.pem and, for the owner's eyes alone, key.pem.
    /// </summary>
    /// <param name="folder">Made where it is missing.</param>
    /// <param name="names">Host names and addresses.</param>
    /// <param name="clock">Now.</param>
    /// <returns>True where a new one was made, so that phones will ask again.</returns>
    public static bool Keep(string folder, IReadOnlyList<string> names, TimeProvider clock)
    {
        var (certificatePath, keyPath) = (Path.Combine(folder, "certificate.pem"), Path.Combine(folder, "key.pem"));
        if (StillGood(certificatePath, keyPath, names, clock))
            return false;
        Directory.CreateDirectory(folder);
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Juvenal", key, HashAlgorithmName.SHA256);
        var alternatives = new SubjectAlternativeNameBuilder();
        foreach (var name in names)
        {
            if (IPAddress.TryParse(name, out var address))
                alternatives.AddIpAddress(address);
            else
                alternatives.AddDnsName(name);
        }

        request.CertificateExtensions.Add(alternatives.Build());
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new("1.3.6.1.5.5.7.3.1")], false));
        var now = clock.GetUtcNow();
        using var certificate = request.CreateSelfSigned(now.AddDays(-1), now + Holds);
        WritePrivate(keyPath, key.ExportPkcs8PrivateKeyPem());
        File.WriteAllText(certificatePath, certificate.ExportCertificatePem());
        return true;
    }

    private static bool StillGood(string certificatePath, string keyPath, IReadOnlyList<string> names, TimeProvider clock)
    {
        if (!File.Exists(certificatePath) || !File.Exists(keyPath))
            return false;
        try
        {
            using var certificate = X509Certificate2.CreateFromPemFile(certificatePath, keyPath);
            return certificate.NotAfter.ToUniversalTime() > clock.GetUtcNow() + MakeAnewBefore
                && names.All(n => certificate.MatchesHostname(n));
        }
        catch (CryptographicException)
        {
            return false;
        }
    }

    private static void WritePrivate(string path, string text)
    {
        File.Delete(path);
        var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        using var file = new FileStream(path, options);
        using var writer = new StreamWriter(file);
        writer.Write(text);
    }
}
