"""What other apps ask of sending, without knowing it."""

from django.apps import AppConfig


class SendingConfig(AppConfig):
    """Lends the trail its fifth station, and hears of postings."""

    name = "sending"

    def ready(self) -> None:
        from people import frame
        from people.erasing import student_erased
        from people.personal_data import tell_beside
        from reports.posting import grades_posted
        from reports.standing import send_stations_by

        from sending import personal_data, state
        from sending.outbox import after_posting

        send_stations_by(state.stations)
        frame.say_sent_by(state.of_school)
        student_erased.connect(personal_data.forget_student, dispatch_uid="sending")
        tell_beside(personal_data.sent_about)
        grades_posted.connect(after_posting, dispatch_uid="sending")
