"""Says of each docket that is out what it waits for, with Python's standard library alone.

    JUST_SEAL=https://office.example TOKEN=jst_... python3 client.py
"""

import json
import os
import sys
import urllib.error
import urllib.parse
import urllib.request

BASE = os.environ["JUST_SEAL"] + "/api/v1"


def ask(path, **query):
    """The answer to a GET of path, parsed. Ends with what went wrong."""
    url = BASE + path + ("?" + urllib.parse.urlencode(query) if query else "")
    request = urllib.request.Request(url, headers={"Authorization": "Bearer " + os.environ["TOKEN"]})
    try:
        with urllib.request.urlopen(request) as answer:
            return json.load(answer)
    except urllib.error.HTTPError as problem:
        told = json.load(problem)
        sys.exit("{status} {title}: {detail}".format(**told))


def every(path, **query):
    """Each item of a list, page after page."""
    while True:
        page = ask(path, **query)
        yield from page["items"]
        if "next" not in page:
            return
        query["after"] = page["next"]


for docket in every("/dockets", state="out"):
    waiting = [party["name"] for party in docket["parties"] if party["state"] in ("invited", "opened", "proved")]
    print(docket["number"], docket["title"], "waits for", ", ".join(waiting), sep="\t")
