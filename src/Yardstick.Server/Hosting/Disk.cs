namespace Yardstick.Server.Hosting;

/// <summary>Room on disks.</summary>
internal static class Disk
{
    /// <summary>The disk on which a folder lies; null where the machine does not say.</summary>
    internal static DriveInfo? Of(string folder)
    {
        try
        {
            return new DriveInfo(Path.GetFullPath(folder));
        }
        catch (Exception fault) when (fault is IOException or ArgumentException or UnauthorizedAccessException)
        {
            return null;
        }
    }
}
