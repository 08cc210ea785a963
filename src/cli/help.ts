/** Text of `--help`, by command; '' is the summary. */
export const HELP: Readonly<Record<string, string>> = {
  '': `taut: belt drive calculations on the command line

  taut solve DRIVE… [--state NAME]            solve a drive: positions, tensions and loads
  taut match DRIVE BELTS.csv [--belt ID]      list the belts that run on a drive, best first, with reasons
  taut tension DRIVE [READINGS.csv]           target tension, its signs, and the tension from readings
  taut tap WAV… --span MM --mass KG_PER_M     tap frequency in a recording, and the belt tension
  taut times WAV… [--blades N] [--tips N]     engagement and stop times in a recording
  taut see PHOTO… (--tap X,Y | --all)         rims of pulleys in a photo
  taut shift DRIVE… [--width MM]…             pose of a variable drive: idle, start and full shift
  taut wear LOG.csv… --minimum MM             belt width, wear rate and remaining life
  taut trace CASE… | --vocabulary             likely causes, next check, and when to stop checking
  taut job JOB…                               state of a job: conditions, readings, findings, open items
  taut survey SHEET…                          pulley positions from tape measurements
  taut decode TEXT…                           data of a belt number or a length

Output: one JSON document on standard output. Several files print an array, in order.
Invalid input: exit code 2 and one line on standard error with the file, the place and the problem.
taut COMMAND --help shows the details of a command.
`,
  solve: `taut solve DRIVE… [--state NAME]

Solves each drive file in its states, or in the named state. Without states in the file: disengaged and engaged.
Output: positions of tensioners, springs and brakes; belts (lengths in mm, tension in N, wrap angles in degrees, spans); shaft loads; speeds.
`,
  match: `taut match DRIVE BELTS.csv [--belt ID]

Evaluates every belt of the list on the drive, in place of belt ID (default: the first belt). Best first.
BELTS.csv needs a header: id, and designation or section, length, reference (pitch, outside, inside), unit (mm, in). Optional: tolerance (± mm).
Verdicts: fits, marginal, too-short (does not release), too-long (slips), wrong-section (does not seat).
“others”: belts that share a tensioner with this belt, solved with the evaluated belt fitted.
`,
  tension: `taut tension DRIVE [READINGS.csv] [--belt ID] [--state NAME] [--stop SECONDS]

Tension range of one belt (default: the first belt, engaged). Slip limit, bearing limit and target are static tensions in N.
Also: tap frequency (Hz) and force (N) at a deflection (mm) of each span at the target; installed spring lengths; every adjuster setting in both
states; the recommended setting of each adjuster.
READINGS.csv needs a header: method (tap, deflection, spring-length), at (from>to, or a spring id), value (Hz, N, mm), deflection (mm), belts, sd.
--stop: effect on the belt when a clutch brakes the driver to a stop in this time.
`,
  tap: `taut tap WAV… --span MM --mass KG_PER_M [--expect LOW-HIGH]

Finds the tap frequency of a span in each recording. Output: frequency in Hz, one standard deviation, each tap, and the tension 4·m·ℓ²·f² of one belt
in N. The frequency is that of the span, even if the microphone does not pass it. null without a tap.
--span: free length of the span. --mass: mass per metre of one belt or rib. --expect: expected range in Hz. It only decides between octaves.
WAV: 8, 16, 24 or 32-bit integer, or 32 or 64-bit float; from 8 kHz; any number of channels.
`,
  times: `taut times WAV… [--blades N] [--tips N] [--run RPM]

Finds when a machine was engaged and released in each recording. Output: time to full speed and to a standstill in s, with one standard deviation.
Also: pass frequency and speed of the blades, and their pass frequency over time. engage ends at 95% of the running speed. stop ends when the last
spindle is at a standstill; the end, too quiet to hear, follows from the braking law. null where the recording has no such time.
--blades: spindles (default 1). --tips: blade tips on each (default 2). --run: speed of blades or engine, up to 8% off.
WAV: as for tap. 2.5 s or longer.
`,
  see: `taut see PHOTO… (--tap X,Y | --all)

Finds the outer rim of the pulley at each tap of a photograph. Output: an ellipse in pixels of the upright picture, y downward; one standard
deviation of its centre; the confidence that it is the rim; a reason. null where nothing round is around the tap.
a and b are the half axes, angle that of a from the x axis in degrees. The taps of one picture share the slant of the camera: more taps help.
--tap: may be repeated; a place near the middle of a pulley, within a quarter of its radius. --all: also the rims found without taps.
JPEG, PNG or WebP, 200 pixels or more on the longer side.
`,
  shift: `taut shift DRIVE… [--width MM]…

Pose of the belt of a variable drive (kind cvt, two pulleys with “variable”) at each width (default: the width of the belt in the file).
Output: radii of the belt’s top edge in mm, in three poses. Open: idle slack and mid-span deflection. Start: belt just taut, ratio. Full shift:
ratio, and its limiting part.
`,
  wear: `taut wear LOG.csv… --minimum MM [--new MM] [--fitted METER]

Belt width, wear rate and remaining life from a log of widths. LOG.csv needs a header: date, meter, method (rib-top: at least two ribs; single: one;
flank-line), widths (mm, separated by ;). meter counts from fitting the belt, in any unit. For a machine meter, add --fitted.
--new: width of the new belt, if known. Output in mm and the meter unit; remaining life with its early and late limits (p10, p90). Several logs print
an array.
The verdict measure-again means: the log does not match the wear of one belt, or it depends on an excluded reading.
`,
  trace: `taut trace CASE…
taut trace --vocabulary

Likely causes of a fault, from complaints, findings and repairs, in that order. Output: each cause with its probability and the evidence for and
against it; whether to stop checking and repair; next checks, best first. A check has its information in bits, its minutes and its worth. Above 1 it
saves more time than it takes. --vocabulary: every kind, complaint, cause, setup and check with its numbers. Several cases print an array.
`,
  job: `taut job JOB…

Replays the events of each job file in order: readings, times, checks, findings, changes, declined repairs and struck-out events.
Output: condition of each event, and whether a later change made it stale; the current drive; current tension, times and brake; every finding with
its status; removed parts; readings and checks that are due; and the open items before hand-back. Several jobs print an array.
`,
  survey: `taut survey SHEET…

Solves pulley positions by least squares from distances, edges, angles, the wrap length of a belt and its sides.
Output: positions with their uncertainty, suspect measurements, free directions, and the most useful next measurement.
`,
  decode: `taut decode TEXT…

Decodes belt numbers such as 4L480, A46, BX85, 13x1170Li, SPA1180, 3V475 or 6PK1750. Also decodes a length, such as "51 3/8" or "1305 mm".
A size that does not exist in its section is refused, with the nearest sizes.
`,
};
