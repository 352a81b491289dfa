"""The shapes of classes that teachers make for themselves."""

from ninja import Schema
from school.schemas import Body

from people.class_schemas import RosterRow


class OwnClassMade(Body):
    """A class that a teacher makes for themselves, in the school year it is."""

    name: str
    section: str = ""
    room: str = ""
    times: str = ""


class GradebookMade(OwnClassMade):
    """A class that a teacher makes from a gradebook file."""

    text: str


class FromGradebookOut(Schema):
    """The class that was made from a file: what is in it, whom of the file the school does not know, what else was left out, and where
    grades differ.
    """

    id: int
    works: int
    scores: int
    students: int
    unknown: list[str]
    left: list[str]
    unlike: list[str]


class RosterOut(Schema):
    """Who is in a class, and who was."""

    name: str
    students: list[RosterRow]


class ClassMakingOut(Schema):
    """Whether teachers may make classes and rosters for themselves."""

    is_allowed: bool


class ClassMakingIn(Body):
    """Whether teachers may make classes and rosters for themselves."""

    is_allowed: bool
