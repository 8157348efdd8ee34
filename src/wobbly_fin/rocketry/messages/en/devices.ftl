### What things aboard ask for that do something in flight.
### $name is the device as its owner calls it; $battery, $how and $ready are its owner's words.

device-battery = { $name }: { $battery }, fresh or charged.
device-battery-untold = { $name }: a fresh battery, or charged.
device-battery-good = As much voltage as its sheet wants.
device-charges-off = Charges stay disconnected.
device-place = { $name } in its place: { $where }, held so that it cannot shift at liftoff.
device-place-outside = { $name } under its shroud, held so that it cannot come off at liftoff.
device-place-good = It does not rattle, and nothing presses on its switch.
device-on = { $name } on: { $how }.
device-on-untold = { $name } on.
device-on-why = Now, while the motor has no igniter in it: nobody opens a rocket that could light.
device-release-why = Before its band goes round the canopy.
device-upright = Upright from now on, and nobody else near.
device-ready = Wait for { $ready }.
device-ready-untold = Its ready tone or light, as its sheet says.
device-after = { $name }: { $how }.
device-after-untold = { $name }: read it out before it is switched off.
