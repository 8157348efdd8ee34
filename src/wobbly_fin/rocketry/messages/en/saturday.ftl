### Which of my motors for which of my rockets on a day.

saturday-headline = { $flown } of { $rockets } rockets fly: { $counts }.
saturday-count-good = { $many } good
saturday-count-marginal = { $many } marginal
saturday-count-open = { $many } good as far as can be judged
day-wind-missing = Type the wind you expect, for instance 4 m/s. Calm is 0.
saturday-cost = { " " }The motors cost { $cost }.
saturday-open = { " " }Still open: { $needs }.
saturday-nothing = Nothing in the box lets any of these rockets fly on this day.
saturday-none-fits = No motor of yours fits its mount. Add one in Stores.
saturday-none-passes = No motor of yours passes here. Nearest is { $label }: { $why }
saturday-left-motors = Its motors are needed by the others: there are too few in the box.
saturday-left-places = The day is full: no hour is left for it.
saturday-left-cost = It would cost more than you want to spend.
saturday-left-wishes = What else you wish for keeps it at home: a motor to save, or one to try elsewhere.
saturday-buy = Buy { $label }, and it flies.
