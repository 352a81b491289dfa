"""The comment bank of the demo school."""

SENTENCES = """\
opening | {name} has had a good quarter.
opening | {name} has had a steady quarter.
opening | {name} has made a strong start.
opening | {name} has had a quarter with ups and downs.
opening | It is a pleasure to teach {name}.
opening | {name} has settled in well.
opening | {name} has grown in confidence this quarter.
opening | {name} brings good humour to the class.
praise | {name} prepares well, and it shows.
praise | {They} ask{s} questions that help everybody.
praise | {name} works with care and finishes what {they} begin{s}.
praise | {name} listens to others and builds on what they say.
praise | {best} is where {name} does best.
praise | The work in {best} was a pleasure to read.
praise | {Their} work in {best} can stand as an example.
praise | {name} explains {their} reasoning clearly.
praise | {They} {has} become much more exact.
praise | {name} keeps going when a task is hard.
praise | {name} helps others without being asked.
praise | {Their} notes are complete and easy to follow.
praise | {name} notices what others pass by.
praise | {They} {is} always ready to try again.
praise | {name} works well in a group and sees that everybody is heard.
praise | {They} can be proud of what {they} {has} done.
next step | {name} is welcome to come by on Thursdays when {they} {is} stuck.
next step | I would like {name} to ask for help as soon as a task is unclear to {them}.
next step | Asking early would help {them} most with {weakest}.
next step | {weakest} needs more time at home.
next step | In {weakest} a little practice each week would show at once.
next step | I would like to hear more from {name} in class.
next step | {name} would gain from reading the task twice before beginning.
next step | A look over the work before handing in would save {them} marks.
next step | {name} should write down every step, not the answer alone.
next step | Planning larger tasks in small steps would help {name}.
next step | I would like {name} to aim higher: {they} can.
next step | {name} should use the time in class to the end.
next step | Units and labels belong to every answer.
next step | {name} should come to {weakest} with questions prepared.
next step | The next aim is to work on {their} own for longer.
effort | {name} puts great effort into everything {they} {is} given.
effort | {name} works hard and makes the most of {their} time.
effort | {Their} effort has grown since the autumn.
effort | {Their} effort goes up and down; the good weeks show what is possible.
effort | More effort in class would help {name} at once.
effort | {name} is punctual and has what {they} need{s}.
effort | {name} takes correction well and acts on it.
effort | With the effort of the last weeks {name} will go further.
missing work | {missing} did not come in.
missing work | {missing} can still be handed in; please ask {name} about it.
missing work | The grade suffers from {missing}, which did not come in.
missing work | I would like {name} to hand in {missing} by the end of the month.
missing work | Work that comes in on time would lift the grade more than anything else.
missing work | {name} has handed in everything on time.
missing work | {name} has caught up after being away, which deserves praise.
closing | Keep going like this.
closing | Well done.
closing | I look forward to the next quarter with {name}.
closing | Thank you for your support at home.
closing | I am glad to talk about it: please write to me.
closing | {name} can look back on this quarter with pride.
short feedback | Clear and complete.
short feedback | Check the units.
short feedback | Show how you got there.
short feedback | Much better than last time.
"""


def sentences() -> list[tuple[str, str]]:
    """Each sentence's purpose and text."""
    return [(purpose.strip(), text.strip()) for purpose, text in (line.split("|") for line in SENTENCES.splitlines())]
