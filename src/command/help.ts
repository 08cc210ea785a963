/** What `--help` prints, by command; '' is the whole. */
export const HELP: Readonly<Record<string, string>> = {
  '': `taut: belt drive computations on the command line

  taut solve DRIVE… [--state NAME]            where every part of a drive rests, and what pulls on what
  taut match DRIVE BELTS.csv [--belt ID]      which belts would run on a drive, best first, and why
  taut tension DRIVE [READINGS.csv]           how tight a belt should be, what is seen at that, and what readings amount to
  taut tap WAV… --span MM --mass KG_PER_M     the note of a tapped span in a recording, and the tension that it means
  taut shift DRIVE… [--width MM]…             how a variable drive stands idling, starting and fully shifted
  taut wear LOG.csv… --minimum MM             how wide a belt is, how it wears, and how long it lasts
  taut trace CASE… | --vocabulary             what is likely wrong, what to look at next, and when to stop looking
  taut job JOB…                               the state of a job: conditions, current readings, findings, what bars a hand-back
  taut survey SHEET…                          where the pulleys of a drive stand, from what a tape measured
  taut decode TEXT…                           what a belt number or a length says

One JSON document on standard output. Several files in one call are answered as an array, in order.
Bad input: exit 2 and one line on standard error that names the file, the place and what is wrong.
taut COMMAND --help says more.
`,
  solve: `taut solve DRIVE… [--state NAME]

Solves each drive file in its states (disengaged and engaged where it names none), or in the one named.
Answers positions of tensioners, springs, brakes, belts (lengths in mm, tension in N, wraps in degrees, spans), shaft loads and speeds.
`,
  match: `taut match DRIVE BELTS.csv [--belt ID]

Tries every belt of the list on the drive, in place of its belt ID (the first, if none is named). Best first.
BELTS.csv has a header: id, and designation or section, length, reference (pitch, outside, inside), unit (mm, in); tolerance (± mm) if wanted.
Verdicts: fits, marginal, too-short (does not release), too-long (slips), wrong-section (does not seat).
“others”: each belt that shares a tensioner with it, solved with the tried belt fitted.
`,
  tension: `taut tension DRIVE [READINGS.csv] [--belt ID] [--state NAME] [--stop SECONDS]

The band of one belt (the first, in the state engaged, unless named): slip floor, ceiling and target as static strand tension in N; what each span
shows at the target (tap in Hz, push in N at a deflection in mm); fitted spring lengths; settings of every adjuster with both states; the one recommended setting of each.
READINGS.csv has a header: method (tap, deflection, spring-length), at (from>to, or a spring's id), value (Hz, N, mm), deflection (mm), belts, sd.
--stop: what happens to the belt when a clutch brakes the driver to a stand in that time.
`,
  tap: `taut tap WAV… --span MM --mass KG_PER_M [--expect LOW-HIGH]

Hears the note of a tapped span in each recording: frequency in Hz (of the string, even where the microphone lets nothing of that note through), one
standard deviation, each tap, and the tension 4·m·ℓ²·f² of one belt in N. null where nothing rings.
--span: free length of the span. --mass: of one belt or rib. --expect: where the note should lie, in Hz; it decides between octaves and nothing else.
WAV of 8, 16, 24, 32-bit whole or 32, 64-bit floating samples, from 8 kHz on, any number of channels.
`,
  shift: `taut shift DRIVE… [--width MM]…

How the belt of a variable drive (kind cvt, two pulleys with “variable”) stands at each width, its own where none is named: radii of its top edge in mm open
(idling, with slack and how far it gives at mid-span), at the start (the primary closed until it is just taut; ratio) and at the top (ratio, and what ends it).
`,
  wear: `taut wear LOG.csv… --minimum MM [--new MM] [--fitted METER]

How wide a belt is now, how fast it wears, and what is left of it, by the log of its widths. LOG.csv has a header: date, meter, method (rib-top: two ribs or more;
single: one; flank-line), widths (mm, separated by ;). meter counts from the fitting of the belt in any one unit; for a machine's own meter give --fitted.
--new: width when new, where it is known. Answers in mm and the meter's unit; remaining with its cautious and its late end (p10, p90). Several logs are answered as an array.
The verdict measure-again means that the log cannot be the wear of one belt, or rests on a reading that was excluded.
`,
  trace: `taut trace CASE…
taut trace --vocabulary

What may be wrong with a drive, by what is complained of, what was found and what was mended, in that order: each cause with its probability and what speaks for and
against it; what to look at next, best first, with its information in bits, its minutes and its worth (above 1 it saves more shop minutes than it takes); and whether to
stop looking and mend. --vocabulary: every kind, complaint, cause, set-up and check with all the numbers. Several cases are answered as an array.
`,
  job: `taut job JOB…

Replays the events of each job file in their order: readings, times, checks, what was seen, changes, declined repairs and struck-out events.
Answers the condition of each event and whether a later change made it stale, the drive as it is now, the tension by current readings, both times, the brake, every
finding with its status, removed parts, readings and checks that are due, and what bars a safe hand-back. Several jobs are answered as an array.
`,
  survey: `taut survey SHEET…

Solves the positions of pulleys from distances, edges, angles, a belt's wrap length and sides, by least squares; says how sure they are, which measure is suspicious,
what is not fixed yet, and which further measure would tell most.
`,
  decode: `taut decode TEXT…

Reads belt numbers such as 4L480, A46, BX85, 13x1170Li, SPA1180, 3V475, 6PK1750, or a bare length such as "51 3/8" or "1305 mm".
A size that is not made in its section is refused with the sizes that are.
`,
};
