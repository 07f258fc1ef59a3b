"""Reads an evidence bundle, an answer pack or a chain of Just Seal, and says whether it holds.

    python3 read.py FILE.asice | CHAIN.jsonl

It knows docs/formats.md and nothing else of the product. Leaves with 0 where all that it looks at holds, 1 where not.
Signatures and time-stamps are for openssl and pdfsig: of those it says only what they are over.
"""
import base64, io, json, re, sys, urllib.parse, xml.etree.ElementTree as xml, zipfile
from hashlib import new, sha256

ASIC, DSIG = "{http://uri.etsi.org/02918/v1.2.1#}", "{http://www.w3.org/2000/09/xmldsig#}"
TREES = {"SHA256": "sha256", "SHA512": "sha512", "SHA3-512": "sha3_512"}  # names of digests, here and in Python
faults = []

def canonical(value):  # RFC 8785, of what stands in a ledger
    return json.dumps(value, sort_keys=True, separators=(",", ":"), ensure_ascii=False)

def hold(fine, place, what):
    if not fine:
        faults.append(f"{place}: {what}")

def chains(data, place):
    """{name of a chain: [(entry, hash), ...]}; each entry holds the hash of the one before."""
    found = {}
    for line in data.decode().split("\n")[:-1]:
        entry = json.loads(line)
        rows = found.setdefault(entry["docket"], [])
        where = f"{place}, {entry['docket']} {entry['seq']}"
        hold(canonical(entry) == line, where, "not in canonical form")
        hold(entry["seq"] == len(rows) + 1, where, "an entry is missing before it")
        hold(entry["prev"] == (rows[-1][1] if rows else "0" * 64), where, "does not follow the entry before")
        rows.append((entry, sha256(line.encode()).hexdigest()))
    return found

def root(text, index, size, path, name):  # RFC 9162, 2.1.3.2; name: of the tree's digest
    digest = lambda *parts: new(TREES[name], b"".join(parts)).digest()
    at, last, found = index, size - 1, digest(b"\0", digest(text))
    for step in map(bytes.fromhex, path):
        if last == 0:
            return None
        if at % 2 or at == last:
            found = digest(b"\1", step, found)
            while at and not at % 2:
                at, last = at >> 1, last >> 1
        else:
            found = digest(b"\1", found, step)
        at, last = at >> 1, last >> 1
    return found.hex() if last == 0 and index < size else None

def checkpoint(files, rows):
    point = json.loads(files["checkpoint.json"])
    body = json.loads(point["body"])
    imprints = [new(name, point["body"].encode()).digest() for name in TREES.values()]
    hold(files["checkpoint-body.json"].decode() == point["body"], "checkpoint-body.json", "is another")
    hold(files["checkpoint.tst"] == base64.b64decode(point["token"]), "checkpoint.tst", "is another")
    stamped = base64.b64decode(point["token"])
    hold(any(one in stamped for one in imprints), "checkpoint.tst", "stamps something else")
    texts = {entry["seq"]: canonical(entry) for entry, _ in rows}
    proved = set()
    for one in point["proofs"]:
        text, name = texts.get(one["seq"], "").encode(), body.get("digest", "SHA256")
        hold(root(text, one["index"], body["size"], one["path"], name) == body["root"],
             "checkpoint.json", f"entry {one['seq']} is not in its tree")
        proved.add(one["seq"])
    for seq in texts.keys() - proved:
        hold(False, "checkpoint.json", f"entry {seq} has no proof")
    return body, proved

def container(data, place):
    """Files of an ASiC-E container, {name: bytes}; all that is there is listed, with its hash."""
    packed = zipfile.ZipFile(io.BytesIO(data))
    files = {one.filename: packed.read(one) for one in packed.infolist() if not one.is_dir()}
    hold(len(files) == len(packed.infolist()), place, "holds two files of one name")
    hold(files.pop("mimetype") == b"application/vnd.etsi.asic-e+zip", place, "is no container of this kind")
    manifest, _ = files.pop("META-INF/ASiCManifest.xml"), files.pop("META-INF/signature.p7s")
    listed = {urllib.parse.unquote(one.get("URI")): one.find(f"{DSIG}DigestValue").text
              for one in xml.fromstring(manifest).iter(f"{ASIC}DataObjectReference")}
    for name in listed.keys() | files.keys():
        known = base64.b64encode(sha256(files.get(name, b"")).digest()).decode() == listed.get(name)
        hold(known and name in files, f"{place}, {name}", "is not what the manifest lists")
    return files

def bundle(data, place):
    files = container(data, place)
    main = "inquiry.jsonl" if "answers.json" in files else "ledger.jsonl"
    rows = next(iter(chains(files[main], f"{place}, {main}").values())) if main in files else []
    told = set(re.findall(r"[0-9a-f]{64}", " ".join(json.dumps(entry["facts"]) for entry, _ in rows)))
    for name in sorted(files):
        if name.startswith("documents/") or name in ("certificate.pdf", "record.json"):
            hold(sha256(files[name]).hexdigest() in told, f"{place}, {name}", "the chain does not tell of it")
        if name.endswith(".asice"):
            bundle(files[name], f"{place}, {name}")
    if "docket.json" in files:
        ledger = json.loads(files["docket.json"])["ledger"]
        hold(rows[ledger["entries"] - 1][1] == ledger["last_hash"], f"{place}, docket.json", "tells of another chain")
    if "circulation.json" in files:
        people = chains(files["people.jsonl"], f"{place}, people.jsonl")
        acts = {digest for some in people.values() for entry, digest in some if entry["kind"] == "party.acted"}
        for one in json.loads(files["circulation.json"])["people"]:
            hold(not one.get("acted") or one["entry"] in acts, f"{place}, {one['docket']}", "no entry tells of the act")
    for one in json.loads(files.get("answers.json", b'{"answers":[]}'))["answers"] if rows else []:
        hold(one["sha256_as_answered"] in told, f"{place}, answer {one['answer']}", "the chain does not tell of it")
    kept = {(chain, entry["seq"]): entry for part in ("ledger.jsonl", "people.jsonl") if part in files
            for chain, some in chains(files[part], place).items() for entry, _ in some}
    for one in map(json.loads, files.get("private.jsonl", b"").decode().split("\n")[:-1]):
        digest = sha256((one["salt"] + one["private"]).encode()).hexdigest()
        known = kept.get((one["docket"], one["seq"]), {"private": digest})
        hold(known.get("private") == digest, f"{place}, private.jsonl {one['seq']}", "is not what was committed to")
    if "stub.json" in files:
        digest = sha256(files["stub.json"]).hexdigest()
        gone = [at for at, (entry, _) in enumerate(rows) if entry["facts"].get("stub") == digest]
        ends = {one["chain"]: one["hash"] for one in json.loads(files["stub.json"])["chains"]}
        told = len(gone) == 1 and ends.get(rows[0][0]["docket"]) == rows[gone[0] - 1][1]
        hold(told, f"{place}, stub.json", "the chain tells of no such stub")
    if "checkpoint.json" in files:
        body, proved = checkpoint(files, rows)
        print(f"{place}: {len(proved)} of {len(rows)} entries are in checkpoint {body['number']} of {body['office']}")
    else:
        print(f"{place}: {len(files)} files, {len(rows)} entries, no checkpoint")

name = sys.argv[1]
try:
    given = open(name, "rb").read()
    if given.startswith(b"PK"):
        bundle(given, name)
    else:
        print(*(f"{chain}: {len(rows)} entries" for chain, rows in chains(given, name).items()), sep="\n")
except Exception as fault:  # whatever a damaged or foreign file makes of it
    faults.append(f"{name}: can't be read, or lacks something ({type(fault).__name__}: {fault})")
print(*(faults or ["holds"]), sep="\n")
sys.exit(1 if faults else 0)
