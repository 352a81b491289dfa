"""What is kept of files that go out: addresses at which calendars are subscribed to."""

from django.db import models
from school.models import Person, SchoolClass, Student


class CalendarAddress(models.Model):
    """A private address of a calendar: of a class, of a student's work, or (with neither) of all classes that a person teaches.

    Whoever has the address sees what the person may see, as long as they may; the secret in it is kept hashed.
    """

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="calendar_addresses")
    school_class = models.ForeignKey(
        SchoolClass, on_delete=models.CASCADE, null=True, blank=True, related_name="calendar_addresses"
    )
    student = models.ForeignKey(
        Student, on_delete=models.CASCADE, null=True, blank=True, related_name="calendar_addresses"
    )
    secret_hash = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
