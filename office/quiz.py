"""A quiz tool that stands in for a real one: it makes an assignment in a class and puts a few results while one watches.

Run as `python -m office.quiz ADDRESS CLIENT_ID CLIENT_SECRET`. Started again it goes on with who has no result yet.
"""

import sys
import time
from typing import Any

import requests
from oneroster import DELETE_GRADES, GRADEBOOK, READ_GRADES, READ_ROSTERS, ROSTERING, WRITE_GRADES, reference

ITEM = "quiz-lakes-and-rivers"
TITLE = "Quiz: lakes and rivers"
POINTS = 12
PAUSE = 8.0
"""Seconds between two results."""
TIMEOUT = 20


class Quiz:
    """The tool, signed in at a provider."""

    def __init__(self, address: str, client_id: str, client_secret: str) -> None:
        self.address = address
        self.session = requests.Session()
        scope = " ".join((READ_ROSTERS, READ_GRADES, WRITE_GRADES, DELETE_GRADES))
        given = {"grant_type": "client_credentials", "scope": scope}
        answer = self.session.post(
            f"{address}/ims/oneroster/token", data=given, auth=(client_id, client_secret), timeout=TIMEOUT
        )
        answer.raise_for_status()
        self.session.headers["Authorization"] = f"Bearer {answer.json()['access_token']}"

    def get(self, service: str, path: str) -> Any:
        """What a service answers."""
        answer = self.session.get(f"{self.address}{service}/{path}", timeout=TIMEOUT, params={"limit": 500})
        answer.raise_for_status()
        return answer.json()

    def put(self, kind: str, one: str, body: dict[str, Any]) -> None:
        """Put a record under its identifier."""
        address = f"{self.address}{GRADEBOOK}/{kind}/{body['sourcedId']}"
        self.session.put(address, json={one: body}, timeout=TIMEOUT).raise_for_status()

    def run(self, pause: float = PAUSE) -> int:
        """Make the assignment in the first class, and put a result for each who has none yet. Gives how many."""
        school_class = self.get(ROSTERING, "classes")["classes"][0]["sourcedId"]
        place = reference(school_class, "class", f"{ROSTERING}/classes/{school_class}")
        item = {
            "sourcedId": ITEM,
            "title": TITLE,
            "class": place,
            "dueDate": "2032-01-14T12:00:00Z",
            "resultValueMin": 0.0,
            "resultValueMax": float(POINTS),
            "category": reference("quizzes", "category", f"{GRADEBOOK}/categories/quizzes"),
        }
        self.put("lineItems", "lineItem", item)
        done = {each["student"]["sourcedId"] for each in self.get(GRADEBOOK, f"lineItems/{ITEM}/results")["results"]}
        put = 0
        for place_of, user in enumerate(self.get(ROSTERING, f"classes/{school_class}/students")["users"]):
            if user["sourcedId"] in done:
                continue
            time.sleep(pause)
            self.put(
                "results",
                "result",
                {
                    "sourcedId": f"{ITEM}-{user['sourcedId']}",
                    "lineItem": reference(ITEM, "lineItem", f"{GRADEBOOK}/lineItems/{ITEM}"),
                    "student": reference(user["sourcedId"], "user", f"{ROSTERING}/users/{user['sourcedId']}"),
                    "scoreStatus": "fully graded",
                    "score": float(5 + place_of * 7 % 8),
                    "scoreDate": "2032-01-14",
                },
            )
            put += 1
        return put


def main() -> None:
    """Run it once; then there is nothing more to do until it is ended."""
    Quiz(*sys.argv[1:4]).run()
    while True:
        time.sleep(3600)


if __name__ == "__main__":
    main()
