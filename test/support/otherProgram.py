"""Another program that uses the mailbox: moves, deletes and marks at random, and ends after a while.

usage: otherProgram.py PORT PASSWORD SEED ACTS; says what it deleted, a Message-ID a line.
"""

import imaplib
import random
import sys

port, password, seed, acts = int(sys.argv[1]), sys.argv[2], int(sys.argv[3]), int(sys.argv[4])
choose = random.Random(seed)
box = imaplib.IMAP4("127.0.0.1", port)
box.login("me", password)


def is_anywhere(name):
    """Whether a message of that Message-ID lies in a folder; looked for twice, since it may be on its way."""
    for folder in ["INBOX", "Archive", "Snoozed"] * 2:
        if box.select(folder)[0] != "OK":
            continue
        if box.uid("SEARCH", None, "HEADER", "MESSAGE-ID", name)[1][0]:
            return True
    return False


for _ in range(acts):
    folder = choose.choice(["INBOX", "INBOX", "Archive"])
    box.select(folder)
    uids = box.uid("SEARCH", None, "ALL")[1][0].split()
    if not uids:
        continue
    uid = choose.choice(uids)
    act = choose.choice(["seen", "new", "move", "move", "delete"])
    if act == "seen":
        box.uid("STORE", uid, "+FLAGS.SILENT", "(\\Seen)")
    elif act == "new":
        box.uid("STORE", uid, "-FLAGS.SILENT", "(\\Seen)")
    elif act == "move":
        box.uid("MOVE", uid, "Archive" if folder == "INBOX" else "INBOX")
    elif act == "delete" and choose.random() < 0.3:
        header = box.uid("FETCH", uid, "(BODY.PEEK[HEADER.FIELDS (MESSAGE-ID)])")[1]
        box.uid("STORE", uid, "+FLAGS.SILENT", "(\\Deleted)")
        gone = box.uid("EXPUNGE", uid)
        if header and header[0] is not None and gone[0] == "OK":
            name = header[0][1].decode().split(":", 1)[1].strip()
            # Moved by the other one in the same moment, it was not there to be deleted any more.
            if not is_anywhere(name):
                print(name)
    box.noop()

box.logout()
