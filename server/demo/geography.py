"""Geography 8, section B: a whole class written out, so that what is shown of it is always the same."""

from dataclasses import dataclass

PLAN = (
    # sign, name, weight, way inside, lowest dropped
    ("FW", "Fieldwork", "25", "points", 0),
    ("MT", "Map tests", "35", "points", 1),
    ("NB", "Notebooks", "15", "equal", 1),
    ("TP", "Term project", "25", "shares", 0),
)


@dataclass(frozen=True)
class Work:
    """An assignment: due on (day, month); `state` closed, open or hidden."""

    name: str
    short: str
    sign: str | None
    points: str
    due: tuple[int, int]
    state: str = "closed"
    extra: bool = False
    share: str = "1"


SECOND_QUARTER = (
    Work("Notebook 1", "Note 1", "NB", "10", (7, 11)),
    Work("Shoreline survey", "Shore", "FW", "20", (14, 11)),
    Work("Map test 1: contours", "Map 1", "MT", "40", (18, 11)),
    Work("Notebook 2", "Note 2", "NB", "10", (21, 11)),
    Work("Soil pits", "Soil", "FW", "15", (28, 11)),
    Work("Map test 2: scale and bearing", "Map 2", "MT", "40", (2, 12)),
    Work("Notebook 3", "Note 3", "NB", "10", (5, 12)),
    Work("Stream gauge log", "Gauge", "FW", "25", (12, 12)),
    Work("Map test 3: projections", "Map 3", "MT", "50", (16, 12)),
    Work("Lake ice diary", "Ice", "FW", "5", (19, 12), extra=True),
    Work("Poster for the open evening", "Poster", None, "20", (6, 1), "open"),
    Work("Notebook 4", "Note 4", "NB", "10", (8, 1), "open"),
    Work("Wind and cloud log", "Wind", "FW", "20", (9, 1), "open"),
    Work("Map test 4: watersheds", "Map 4", "MT", "50", (13, 1), "hidden"),
    Work("Lake atlas", "Atlas", "TP", "60", (16, 1), "open", share="70"),
    Work("Atlas talk", "Talk", "TP", "20", (16, 1), "open", share="30"),
)

CRITERIA = (
    # name, points, what one looks for, and its levels: name, points, what one sees
    (
        "Maps",
        "20",
        "drawn to scale, with a key",
        (
            ("sketched", "6", "A reader cannot find the lake by it."),
            ("readable", "13", "Scale, north and key are there."),
            ("drawn well", "20", "Each says one thing, and says it at once."),
        ),
    ),
    (
        "Sources",
        "10",
        "where what it says comes from",
        (
            ("none", "0", ""),
            ("some", "5", "Named, and another would have to search."),
            ("all", "10", "Each named so that another finds it."),
        ),
    ),
    (
        "Reasoning",
        "20",
        "why the lake is as it is",
        (
            ("names", "6", "Things are named beside each other."),
            ("connects", "13", "Shows how two things hang together."),
            ("explains", "20", "Shows why, and what would change it."),
        ),
    ),
    ("Making", "10", "", (("loose", "3", ""), ("whole", "7", ""), ("a pleasure", "10", ""))),
)
"""What is looked for in the lake atlas."""

BEGUN = {"8201": (3, 2, 2), "8204": (2, 3, 3), "8207": (1,), "8210": (3, 3)}
"""The first levels chosen for it, by student: whole papers are marked tomorrow."""


def criteria() -> list[dict[str, object]]:
    """The criteria as they are kept."""
    return [
        {
            "id": str(place),
            "name": name,
            "points": points,
            "description": description,
            "standard": None,
            "levels": [
                {"id": str(nth), "name": level, "points": worth, "wording": wording}
                for nth, (level, worth, wording) in enumerate(levels, 1)
            ],
        }
        for place, (name, points, description, levels) in enumerate(CRITERIA, 1)
    ]


FIRST_QUARTER = (
    Work("Notebook A", "Note A", "NB", "10", (5, 9)),
    Work("School grounds map", "Grounds", "FW", "15", (9, 9)),
    Work("Map test A: symbols", "Map A", "MT", "30", (12, 9)),
    Work("Notebook B", "Note B", "NB", "10", (16, 9)),
    Work("Beach profile", "Beach", "FW", "20", (19, 9)),
    Work("Cloud watch", "Clouds", "FW", "10", (23, 9)),
    Work("Map test B: grid references", "Map B", "MT", "40", (26, 9)),
    Work("Notebook C", "Note C", "NB", "10", (30, 9)),
    Work("Pebble count", "Pebbles", "FW", "15", (3, 10)),
    Work("Town walk", "Walk", "FW", "20", (7, 10)),
    Work("Map test C: compass", "Map C", "MT", "40", (10, 10)),
    Work("Notebook D", "Note D", "NB", "10", (14, 10)),
    Work("River model", "River", "TP", "40", (17, 10), share="60"),
    Work("Map test D: keys and legends", "Map D", "MT", "50", (21, 10)),
    Work("River talk", "Talk A", "TP", "20", (24, 10), share="40"),
    Work("Notebook E", "Note E", "NB", "10", (28, 10)),
)

STUDENTS = """\
Adeyemi | Tolu | he | 8201 | B | 452 | L:9.5 16 32 8 15 29 10 23.5 36 4 17 9.5 18 35 - -
Åkerlund | Signe | she | 8204 | A− | 312 | 9 16 31 9 15 40 10 24* 39 - 17 9.5 17 - - -
Bashir | Hamza | he | 8207 | D+ | 0 | 7.5 16 27 - 12 31 L:7.5 - 36 4 - 7.5 - - - -
Çelik | Defne | she | 8210 | A− | 331 | 8.5 17 40 9 12 37 10 22.5 40 3 19 9 20 39 - -
Castellanos | Íñigo | he | 8213 | B− | 74 | 9 16 34 7.5 12 29* L:8.5 20 43 - 17 8.5 15 41 - -
Dvořáček | Matěj | he | 8216 | C+ | 298 | 9 18 29 8 13 34 8 21 38 - 17 8.5 17 5 - -
Eze | Chidinma | she | 8219 | A+ | 309 | 10 20 37 9 15 38 9.5 25 47* - 20 10 20 49 - -
Farrow | Kit | they | 8222 | A− | 297 | 9.5 17 37 9 EX 33 8 23.5 40 - 18 9 20 - - -
Grünwald | Anselm | he | 8225 | B− | 458 | 8 19 35 L:9 13 31 8.5 L:18.5* 35 - 18 7.5 18 33 - -
Haddad | Yara | she | 8228 | A | 277 | 9 16 40 9 14 33 8.5 EX 46 4 17 8.5 19 45* - -
Ilves | Rasmus | he | 8231 | C | 0 | 8 13 28 6.5 L:10 26 - 18 36 - - - 16 30 - -
Jovanović | Mila | she | 8234 | A+ | 322 | 8.5 18 40 10 13 37 9.5 21 46* - 20 8.5 L:19 50 - -
Kealoha | Noe | he | 8237 | C | 0 | 6.5 16 29 8.5 12 AB 7 18.5 26 3 19 8.5 - - - -
Kowalczyk | Łucja | she | 8240 | B+ | 369 | 7.5 20 34 9 12* 28 7.5 25 38 - 19 9.5 17 45 - -
Lindqvist | Oskar | he | 8243 | B− | 390 | EX 18 29 6.5 13 32 8 22 38 5 14 9.5 16 - - -
Mokoena | Lerato | they | 8246 | B | 0 | 9.5 14 32 7.5 12 34 9 22.5 32 - 18 6.5 I:17 42 - -
Moreau | Célestine | she | 8249 | B | 239 | 9 16 33 L:8.5 12 28 - 21* 43* - 14 8.5 16 38 - -
Nguyễn | Minh | he | 8252 | A+ | 404 | 9.5 18 40 9.5 14 40 10 23.5 46 5 17 8.5 16 50 - -
Novak | Lena | she | 8208 | C+ | 308 | 7.5 16 26 8 14 26 8.5 21.5 36 - 17 7 20 - - -
Novak | Lena | she | 8241 | A | 285 | 10 19 34 8.5 13 31 9.5 25 43 - 19 9 18 - - -
O’Driscoll | Fionn | he | 8261 | D+ | 0 | 7.5 - 19 - 14 27* 6 18 27 3 14 6 - 39 - -
Petrosyan | Nare | she | 8264 | A | 390 | 8 18 39 8 15 38 9.5 25 37 - 15 8.5 18 50 - -
Razafindrakoto-Ramanantsoa | Miangaly | she | 8267 | B− | 409 | 8.5 15 34 9 12 32 9.5 24 42 - 15 9.5 13 36 - -
Rosário | Beatriz | she | 8270 | C+ | 0 | 7 16 AB 7.5 12 35 7.5 - 45 4 - L:7* 19 36 - -
Shimizu | Haruki | he | 8273 | A | 417 | 9.5 20* 36 9 13 40 10 22 50 5 20 9 20 50 - -
Thorne | Imogen | she | 8276 | B− | 0 | 8 17 29 8.5 13 32 9 18 45 - 18 - I:16 - - -
Volkov | Timur | he | 8279 | — | 376 | . . . . . . . 21 37 5 - 7.5 17 - - -
Zielińska | Hanka | she | 8282 | B+ | 248 | 9 20 31* 10 13 35 7.5 24 41 - 19 7.5 17 36 - -
"""

SCORE_COMMENTS = (
    "Careful readings, well drawn. Write the units beside the numbers.",
    "Good scale. Check the north arrow.",
    "You explained the slope well.",
    "See me about the last question.",
    "Much clearer than last time.",
    "The key is missing; the rest is fine.",
    "Neat and complete.",
    "Label the contour lines next time.",
)

WRITTEN = {
    "8249": "Célestine keeps careful notebooks, and her third Map test, 43 of 50, was her best so far. Notebook 3 never came in; "
    "as her lowest it is dropped this time. In quarter 3 I would like her to hand in every notebook by Friday, and to ask when a",
    "8213": "Íñigo asks sharp questions in the field and writes down what he measures, ",
}
"""Comments in the middle of being written, by student number."""

UNFINISHED = {"8222": ("they ", "he "), "8241": ("Lena", "Lerato"), "8273": ("fieldwork", "{best}")}
"""Comments with something to look at: what in them was put for what."""

FIRST_QUARTER_COMMENTS = {
    "8249": "Célestine has settled in well and asks good questions on the shore. Her maps gain when she takes the time to check "
    "the scale.",
}

OPENINGS = (
    "{name} has had a steady quarter in geography.",
    "{name} works with care and finishes what {they} begin{s}.",
    "It has been a pleasure to see {name} grow more certain of {their} maps.",
    "{name} brings curiosity to every field trip.",
)
SENTENCES = (
    "In the field {they} measure{s} patiently and share{s} the work fairly.",
    "{Their} notebooks are complete and easy to follow.",
    "Map tests show that {they} read{s} contours well.",
    "The stream gauge log was among {their} best pieces of fieldwork.",
    "Bearings still need practice.",
    "{Their} drawings have become clearer since the autumn.",
    "A second look at the scale before handing in would help.",
    "On the shore {they} kept the group together.",
    "I would like to hear more from {name} in class.",
    "{Their} questions about watersheds moved the whole class on.",
    "Units are now nearly always where they belong.",
    "The lake atlas promises to be good.",
    "Thank you.",
    "Well done.",
    "{name} can be proud of this fieldwork.",
    "Keep going like this.",
    "A little more time at home would show at once.",
    "The last map was the best so far.",
)


@dataclass(frozen=True)
class Pupil:
    """A line of `STUDENTS`: `before` is the mark of quarter 1, `comment` the length of the report comment."""

    family: str
    given: str
    pronouns: str
    number: str
    before: str
    comment: int
    scores: tuple[str, ...]


def pupils() -> list[Pupil]:
    """The class. A score may have a flag before it (L late, I incomplete) and a ``*`` for a comment; ``-`` is a blank."""
    found = []
    for line in STUDENTS.splitlines():
        family, given, pronouns, number, before, comment, scores = (each.strip() for each in line.split("|"))
        found.append(Pupil(family, given, pronouns, number, before, int(comment), tuple(scores.split())))
    return found
