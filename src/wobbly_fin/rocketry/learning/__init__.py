"""What flights teach: drag and thrust of a rocket, the real delay of a motor, and a forecast that says how sure it is."""
