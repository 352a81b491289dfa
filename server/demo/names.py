"""Made-up names from many languages, for the classes that are not written out."""

GIVEN = (
    "Lotte she,Emre he,Idris he,Annika she,Ylva she,Duarte he,Ela she,Jonna she,Mateus he,Sorcha she,Bakari he,Noor they,"
    "Hanneke she,Tarek he,Ines she,Wiktor he,Amara she,Lucian he,Maëlle she,Kenji he,Freya she,Dario he,Pilar she,Aino she,"
    "Tomasz he,Leila she,Ruben he,Ngozi she,Elias he,Sunniva she,Cosmo he,Ayla she,Bram he,Ottilie she,Jun they,Marisol she,"
    "Viggo he,Zofia she,Anouk she,Rafael he,Thandi she,Silas he,Margit she,Oisín he,Priya she,Luca he,Eluned she,Kasper he,"
    "Yusuf he,Ronja she,Teo he,Dagny she,Arlo he,Mina she,Felix he,Saoirse she,Nils he,Carys she,Hugo he,Ilse she"
)
FAMILY = (
    "Veenstra,Aydın,Calloway,Thordóttir,Bergström,Caldeira,Demir,Falk,Ferreira,Gallagher,Hamisi,Haddou,Iversen,Jansma,"
    "Karimi,Kowalski,Laurent,Mbeki-Strand,Nakagawa,Nordahl,Oduya,Pereira,Quist,Rantanen,Sadowski,Tanaka,Ursin,Vasquez,"
    "Wendelin,Yıldız,Zeller,Abioye,Brandvold,Cardoso,Dlamini,Eriksen,Fontaine,Grieve,Holm,Itoh,Jónsdóttir,Kemal,Lysne,"
    "Marchetti,Nilsen,Okafor,Pritchard,Rask,Solheim,Talvik,Ulvestad,Vance,Wieland,Ximenes,Yarrow,Zamora,Ashdown,Birkeland"
)


def names() -> list[tuple[str, str, str]]:
    """Family name, given name and pronouns, in an order that is always the same and without repetitions."""
    given = [each.rsplit(" ", 1) for each in GIVEN.split(",")]
    family = FAMILY.split(",")
    return [
        (family[(place + 7 * (place // len(family))) % len(family)], name, pronouns)
        for place, (name, pronouns) in enumerate(given + given[::-1])
    ]
