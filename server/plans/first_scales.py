"""What a school has to begin with: a scale of letters, one of pass or not yet, and codes for work that has no score."""

from decimal import Decimal

from school.models import School

from plans.models import GradingScale, ScaleBand, ScoreCode

SCALES = {
    "Letters": (("A", 90), ("B", 80), ("C", 70), ("D", 60), ("E", 0)),
    "Pass or not yet": (("Pass", 60), ("Not yet", 0)),
}
CODES = (("AB", "absent", "leave_out", False), ("EX", "exempt", "leave_out", False), ("MI", "missing", "zero", True))


def begin_school_plans(school: School) -> None:
    """Scales and codes of a new school, which it changes as it likes."""
    for name, bands in SCALES.items():
        scale = GradingScale.objects.create(school=school, name=name)
        ScaleBand.objects.bulk_create(ScaleBand(scale=scale, mark=mark, min=Decimal(least)) for mark, least in bands)
    ScoreCode.objects.bulk_create(
        ScoreCode(school=school, code=code, name=name, effect=effect, missing=missing)
        for code, name, effect, missing in CODES
    )
