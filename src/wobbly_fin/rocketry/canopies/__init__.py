"""What things come down under: canopies, streamers and the like, how they pack, how fast things fall from them."""
