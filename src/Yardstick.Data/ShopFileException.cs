namespace Yardstick.Data;

/// <summary>The data folder can't be used; the message is for people.</summary>
public sealed class ShopFileException(string message) : Exception(message);
