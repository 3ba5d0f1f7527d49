"""The live address: a site's pages as a browser gets them, on an origin of their own, following each save.

``running`` knows which sites are shown and starts and ends their servers, ``app`` is what such a server answers, ``viewers`` who
looks on, ``live.js`` runs in the pages shown, ``api`` is how the application asks for all of it.
"""
