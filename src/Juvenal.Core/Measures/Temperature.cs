namespace Juvenal.Core.Measures;

/// <summary>A temperature in degrees Celsius, −90 to 80. <c>default</c> is 0 °C.</summary>
public readonly record struct Temperature : IComparable<Temperature>
{
    private Temperature(double celsius) => Celsius = celsius;

    public double Celsius { get; }

    /// <exception cref="ArgumentOutOfRangeException">Outside −90 to 80 °C, or not a number.</exception>
    public static Temperature FromCelsius(double celsius) =>
        TryFromCelsius(celsius, out var value) ? value : throw new ArgumentOutOfRangeException(nameof(celsius), celsius, "−90 to 80 °C");

    public static bool TryFromCelsius(double celsius, out Temperature value)
    {
        var possible = celsius is >= -90 and <= 80;
        value = possible ? new(celsius) : default;
        return possible;
    }

    public int CompareTo(Temperature other) => Celsius.CompareTo(other.Celsius);

    public static bool operator <(Temperature a, Temperature b) => a.Celsius < b.Celsius;

    public static bool operator >(Temperature a, Temperature b) => a.Celsius > b.Celsius;

    public static bool operator <=(Temperature a, Temperature b) => a.Celsius <= b.Celsius;

    public static bool operator >=(Temperature a, Temperature b) => a.Celsius >= b.Celsius;
}
