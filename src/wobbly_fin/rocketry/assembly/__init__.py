"""A rocket as it stands on the bench: what is fixed to what, what slides past what, where a hand still reaches."""
