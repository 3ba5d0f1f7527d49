"""Sites that are folders on this machine too: what any editor saves there is taken in, and what is saved here is written there.

``disk`` reads and writes such a folder, ``tied`` keeps it and the site alike, ``follow`` watches it while the server runs, ``api``
ties and unties. The folder is the truth: after any time without the server, what stands in it counts.
"""
