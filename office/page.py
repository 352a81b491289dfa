"""The officer's page of the register: what has arrived, and switches for trouble."""

import html
import time

from oneroster import sourced_id

from office.store import Store

SWITCHES = {
    "slow": "Seconds that each answer is held back",
    "down": "Answers nothing (any word)",
    "refused_mark": "A mark that is not taken",
    "moved_student": "A student (by identifier) who is in another class, and that class’s name",
    "unknown_category": "A category (by identifier) that is not known any more",
    "half": "Keeps what comes, and answers every second with an error (any word)",
    "forgetful": "Forgets its tokens again and again (any word)",
}
"""What can be set, each with what it does."""
SHOWN = 200


def page(store: Store) -> str:
    """The page, as HTML."""
    on = store.switches()
    fields = "".join(
        f'<p><label>{html.escape(words)}<br><input name="{name}" value="{html.escape(on.get(name, ""))}"></label></p>'
        for name, words in SWITCHES.items()
    )
    users = {each["sourcedId"]: each for each in store.all("users")}
    items = {each["sourcedId"]: each for each in store.all("lineItems")}
    classes = {each["sourcedId"]: each["title"] for each in store.all("classes")}
    rows = []
    for number, result, at, times in store.latest("results", SHOWN):
        user = users.get(sourced_id(result.get("student")), {})
        item = items.get(sourced_id(result.get("lineItem")), {})
        said = result.get("textScore") or result.get("score", "")
        cells = (
            number,
            f"{user.get('familyName', '')}, {user.get('givenName', '')}",
            classes.get(sourced_id(item.get("class")), ""),
            item.get("title", ""),
            said,
            result.get("scoreStatus", ""),
            time.strftime("%d %b %H:%M:%S", time.localtime(at)),
            times,
        )
        rows.append("<tr>" + "".join(f"<td>{html.escape(str(cell))}</td>" for cell in cells) + "</tr>")
    return _PAGE.format(
        fields=fields,
        rows="".join(rows),
        items=store.count("lineItems"),
        results=store.count("results"),
        shown=len(rows),
    )


_PAGE = """<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Stand-in records office</title>
<style>body {{ font: 15px/1.5 sans-serif; max-width: 64rem; margin: 2rem auto; padding: 0 1rem }}
table {{ border-collapse: collapse; width: 100% }} td, th {{ text-align: left; padding: .2rem .6rem; border-bottom: 1px solid #ccc }}
input, button {{ font: inherit; padding: .2rem .5rem }} fieldset {{ display: grid; grid-template-columns: 1fr 1fr; gap: 0 2rem }}</style>
<h1>Stand-in records office</h1>
<p>{items} line items and {results} results have arrived; the last {shown} of them, newest first:</p>
<table><thead><tr><th>number</th><th>student</th><th>class</th><th>for</th><th>result</th><th>status</th><th>when</th><th>came</th></tr></thead>
<tbody>{rows}</tbody></table>
<h2>Trouble</h2>
<form method="post"><fieldset>{fields}</fieldset><p><button>Set</button></p></form>
</html>
"""
