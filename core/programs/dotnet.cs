using System;
using System.Text.RegularExpressions;

public static class Program
{
    public static void Main()
    {
        var pattern = PATTERN_HERE;
        var text = Console.In.ReadToEnd();
        foreach (Match match in pattern.Matches(text))
        {
            Console.WriteLine(match.Value);
        }
    }
}
