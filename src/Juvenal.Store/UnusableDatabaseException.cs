namespace Juvenal.Store;

/// <summary>A database that this program cannot serve; the message says why, to whoever runs it.</summary>
public sealed class UnusableDatabaseException(string sentence, Exception? inner = null) : Exception(sentence, inner);
