"""What other apps ask of sending, without knowing it."""

from django.apps import AppConfig


class SendingConfig(AppConfig):
    """Lends the trail its fifth station, and hears of postings."""

    name = "sending"

    def ready(self) -> None:
        from reports.posting import grades_posted
        from reports.standing import send_station_by

        from sending import state
        from sending.outbox import after_posting

        send_station_by(state.station)
        grades_posted.connect(after_posting, dispatch_uid="sending")
