namespace Yardstick.StandIns;

/// <summary>A telephone directory. GET /directory/{number} says whose it is; every third number is in no directory.</summary>
internal static class DirectoryService
{
    private static readonly string[] First =
    [
        "Alba",
        "Bertil",
        "Chiara",
        "Dov",
        "Elif",
        "Femke",
        "Goran",
        "Hedda",
        "Ivo",
        "Jun",
        "Kerstin",
        "Lamar",
        "Mirela",
        "Noam",
        "Odile",
        "Petra",
        "Rui",
        "Signe",
        "Tariq",
        "Una",
    ];
    private static readonly string[] Last =
    [
        "Abrams",
        "Bellweather",
        "Corvino",
        "Draper",
        "Ekberg",
        "Fontaine",
        "Gruber",
        "Hollis",
        "Ionescu",
        "Jansson",
        "Keller",
        "Lombardi",
        "Mistry",
        "Norberg",
        "Oduya",
        "Pell",
        "Rourke",
        "Sandoval",
        "Thorne",
        "Urban",
    ];
    private static readonly string[] Streets = ["Harbor Road", "Lantern Street", "Pier Street", "Orchard Row", "Mill Street", "Gull Point"];

    internal static void Map(IEndpointRouteBuilder app) =>
        app.MapGet("/directory/{number}", (string number, HttpContext http, Moods moods) => moods.UnderAsync("directory", http, refuse =>
            {
                var digits = number.Where(char.IsAsciiDigit).Aggregate(7L, (sum, c) => (sum * 31 + c) % 1_000_003);
                return refuse || digits % 3 == 0
                    ? Results.NotFound()
                    : Results.Json(
                        new
                        {
                            firstName = First[digits % 20],
                            lastName = Last[digits / 20 % 20],
                            address = $"{digits % 230 + 1} {Streets[digits % 6]}\nLantern Bay",
                        }
                    );
            }));
}
