# What the server says of itself.

server-warming = Preparing the flight computer, once after installing: about half a minute. You can look around meanwhile; whatever flies waits for it.
