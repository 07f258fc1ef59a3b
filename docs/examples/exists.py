"""Reads a proof of existence of Just Seal, and says since which checkpoint a file was there.

    python3 exists.py PROOF.json FILE

It knows docs/formats.md and nothing else of the product. Leaves with 0 where all that it looks at holds, 1 where not.
Whether the time-stamps hold, and until when, is for openssl; each token is written beside the proof for it.
"""
import base64, json, sys
from hashlib import new

TREES = {"SHA256": "sha256", "SHA512": "sha512", "SHA3-512": "sha3_512"}  # names of digests, here and in Python

def digest(name, *parts):
    return new(TREES[name], b"".join(parts))

def root(name, text, index, size, path):  # RFC 9162, 2.1.3.2
    at, last, found = index, size - 1, digest(name, b"\0", digest(name, text).digest()).digest()
    for step in map(bytes.fromhex, path):
        left = at % 2 or at == last
        found = digest(name, b"\1", *((step, found) if left else (found, step))).digest()
        while left and at and not at % 2:
            at, last = at >> 1, last >> 1
        at, last = at >> 1, last >> 1
    return found.hex() if last == 0 and index < size else None

def told(entry, body, token):
    """Does the entry tell of the checkpoint before?"""
    facts = entry["facts"]
    names = [digest(facts["digest"], one).hexdigest() for one in (body, token)] if "body" in facts else None
    return entry["kind"] == "checkpoint.taken" and [facts["body"], facts["token"]] == names

def look(points, data):
    names = {"SHA256": digest("SHA256", data).hexdigest()}
    before = None
    for point in points:
        body, token = point["body"].encode(), base64.b64decode(point["token"])
        parsed = json.loads(body)
        tree, number = parsed.get("digest", "SHA256"), parsed["number"]
        entries = []
        for proof in point["proofs"]:
            text = proof["entry"].encode()
            if root(tree, text, proof["index"], parsed["size"], proof["path"]) != parsed["root"]:
                return f"checkpoint {number}: an entry is not in its tree"
            entries.append(json.loads(text))
        texts = [proof["entry"] for proof in point["proofs"]]
        if not before and data.decode("utf-8", "replace") not in texts and names["SHA256"] not in " ".join(texts):
            return "no entry names this file"
        if before and not any(told(entry, *before) for entry in entries):
            return f"checkpoint {number} does not cover the one before"
        for old, fresh in (pair for entry in entries for pair in entry["facts"].get("contents", [])):
            if old in names.values() and digest(tree, data).hexdigest() != fresh:
                return f"checkpoint {number} is of another file"
        with open(f"checkpoint-{number}.json", "wb") as one, open(f"checkpoint-{number}.tst", "wb") as other:
            one.write(body) and other.write(token)
        print(f"checkpoint {number} by {tree}: openssl ts -verify -token_in -in checkpoint-{number}.tst "
              f"-data checkpoint-{number}.json -CAfile ROOTS.pem")
        before = (body, token)
    return None if points else "no checkpoint"

fault = look(json.load(open(sys.argv[1]))["points"], open(sys.argv[2], "rb").read())
print(fault or "holds, as far as hashes can tell")
sys.exit(1 if fault else 0)
