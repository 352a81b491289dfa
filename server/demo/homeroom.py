"""The Year 2 homeroom: work that names standards, scored in four levels."""

from dataclasses import dataclass

STANDARDS = (
    # name, and what it is a part of
    ("Number", None),
    ("Counting", "Number"),
    ("Adding", "Number"),
    ("Taking away", "Number"),
    ("Measuring", "Number"),
    ("Shapes", "Number"),
    ("Language", None),
    ("Reading", "Language"),
    ("Speaking", "Language"),
    ("Writing", "Language"),
    ("Spelling", "Language"),
    ("World around us", None),
    ("Plants and animals", "World around us"),
    ("Weather", "World around us"),
    ("Tarnwick then and now", "World around us"),
    ("Together", None),
    ("Working together", "Together"),
    ("Moving and making", "Together"),
)
LEVELS = (
    # mark, reached from, typed counts as
    ("Beyond", "3.5", "4"),
    ("Secure", "2.5", "3"),
    ("Nearly", "1.5", "2"),
    ("Begun", "0", "1"),
)

PLAN = (
    # sign, name, weight, way inside, lowest dropped
    ("NU", "Number", "0", "points", 0),
    ("RE", "Language", "0", "points", 0),
    ("WO", "World around us", "0", "points", 0),
    ("TO", "Together", "0", "points", 0),
)


@dataclass(frozen=True)
class Activity:
    """A piece of work worth four points and the standards that it names; due on (day, month)."""

    name: str
    short: str
    sign: str
    due: tuple[int, int]
    standards: tuple[str, ...]


ACTIVITIES = (
    Activity("Counting on in tens", "Tens", "NU", (13, 11), ("Counting",)),
    Activity("Reading aloud: the heron", "Heron", "RE", (20, 11), ("Reading", "Speaking")),
    Activity("Adding to a hundred", "Adding", "NU", (27, 11), ("Adding",)),
    Activity("A bridge of paper", "Bridge", "TO", (4, 12), ("Working together",)),
    Activity("Retelling a story", "Retell", "RE", (11, 12), ("Reading", "Speaking")),
    Activity("Market day", "Market", "TO", (18, 12), ("Counting", "Adding", "Speaking", "Working together")),
    Activity("Reading to a partner", "Partner", "RE", (14, 1), ("Reading", "Working together")),
    Activity("How long is the corridor", "Corridor", "NU", (18, 11), ("Measuring", "Counting")),
    Activity("Shapes in the window", "Window", "NU", (2, 12), ("Shapes", "Moving and making")),
    Activity("Words with ck", "Words", "RE", (5, 12), ("Spelling",)),
    Activity("The weather book", "Weather", "WO", (9, 12), ("Weather", "Writing")),
    Activity("Taking away from fifty", "Fifty", "NU", (16, 12), ("Taking away",)),
    Activity("A letter to the harbour", "Letter", "RE", (6, 1), ("Writing", "Spelling")),
    Activity("The old ferry", "Ferry", "WO", (8, 1), ("Tarnwick then and now",)),
    Activity("Who lives by the tarn", "Tarn", "WO", (9, 1), ("Plants and animals", "Writing")),
    Activity("Measuring the yard", "Yard", "NU", (12, 1), ("Measuring", "Taking away", "Shapes")),
    Activity("A dance for the lights", "Dance", "TO", (13, 1), ("Moving and making", "Working together")),
)
HALF_MARKED = "Reading to a partner"
"""Work that half of the class has scores for."""


def standards_in_words() -> dict[str, object]:
    """The school's standards and levels in the words of the open gradebook file."""
    return {
        "standards": [
            {"id": name, "combine": "decaying", "rate": "0.65"} | ({"parent": within} if within else {})
            for name, within in STANDARDS
        ],
        "standards_scale": {
            "bands": [{"mark": mark, "min": least, "value": value} for mark, least, value in LEVELS],
            "out_of": "4",
        },
    }
