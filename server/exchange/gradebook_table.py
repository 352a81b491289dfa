"""A gradebook file as a table of scores, so that it can be laid over a class that has a plan: read, compared and taken as any other."""

from gradecore import book as core
from gradecore.numbers import decimal_text
from scores.book import LoadedClass

from exchange.opening import pair, score_line
from exchange.score_file.sheet import ABOVE
from exchange.tables import Table


def gradebook_table(book: core.Book, loaded: LoadedClass) -> Table:
    """The file's scores under what its work is, as `score_rows` has them; students and work by what they are called here, where the
    file calls them by number.
    """
    plan = loaded.plan
    pairing = pair(plan.school_class, book, {}, {})
    works = {str(each.pk): each.name for each in plan.assignments}
    students = {str(each.pk): each for each in plan.students}
    terms = {name: each.name for name, each in pairing.terms.items() if each is not None}
    rows = [["Number", "Name"], *([label, ""] for label in ABOVE)]
    for each in book.assignments:
        name = works.get(each.id, each.id)
        about = [name, name, each.category or "", decimal_text(each.points), each.date or "", terms.get(each.term, "")]
        for row, cell in zip(rows, about, strict=True):
            row.append(cell)
    for name in book.students:
        student = pairing.students[name] or students.get(name)
        levels = book.criterion_levels.get(name, {})
        cells = [
            score_line(book.scores.get(name, {}).get(each.id), each.criteria, levels.get(each.id, {}))
            for each in book.assignments
        ]
        rows.append([student.number if student else "", str(student) if student else name, *cells])
    counts = f"{len(book.students)} students and {len(book.assignments)} pieces of work"
    told = f"a gradebook file with {counts}; its scores are taken, the plan stays"
    return Table(rows, told)
