"""The browser that tests, pictures and measurements drive: Debian's, without windows."""

#: A page in it takes half the work that it takes in a browser with windows.
CHROMIUM = "/usr/bin/chromium-headless-shell"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
