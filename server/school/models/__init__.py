"""Schools, people and their roles, years, terms and reporting windows, classes and rosters.

Nothing that scores, grades or comments hang on is ever deleted: what refers to it is PROTECTed, in all apps. CASCADE is for parts
that are nothing by themselves, and for what is of the moment.
"""

from school.models.audit import AppendOnly, AuditAction, AuditEntry
from school.models.classes import (
    OF_WHOLE_CLASS,
    WHOLE_CLASS,
    Act,
    ClassRevision,
    Enrolment,
    Presence,
    SchoolClass,
    SchoolClasses,
    Teaching,
    class_title,
)
from school.models.heartbeat import Heartbeat
from school.models.people import Guardianship, Guardianships, Membership, People, Person, Sees, Student
from school.models.schools import CardDesign, Paper, Role, School, SchoolRevision, Schools
from school.models.years import (
    Collected,
    CommentsBy,
    Reopening,
    ReportingWindow,
    SchoolYear,
    Term,
    TermKind,
    all_but_effort,
)

__all__ = [
    "OF_WHOLE_CLASS",
    "WHOLE_CLASS",
    "Act",
    "AppendOnly",
    "AuditAction",
    "AuditEntry",
    "CardDesign",
    "ClassRevision",
    "Collected",
    "CommentsBy",
    "Enrolment",
    "Guardianship",
    "Guardianships",
    "Heartbeat",
    "Membership",
    "Paper",
    "People",
    "Person",
    "Presence",
    "Reopening",
    "ReportingWindow",
    "Role",
    "School",
    "SchoolClass",
    "SchoolClasses",
    "SchoolRevision",
    "SchoolYear",
    "Schools",
    "Sees",
    "Student",
    "Teaching",
    "Term",
    "TermKind",
    "all_but_effort",
    "class_title",
]
