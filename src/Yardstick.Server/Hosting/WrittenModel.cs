using System.Runtime.CompilerServices;
using Yardstick.Data;
using Yardstick.Model;

namespace Yardstick.Server.Hosting;

/// <summary>Whatever the program does with the database, it does with the model that was worked out when it was built.</summary>
internal static class WrittenModel
{
    [ModuleInitializer]
    internal static void Use() => ShopFile.WrittenModel = () => ShopDbModel.Instance;
}
