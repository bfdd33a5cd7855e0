/** The field's words, each in a sentence or two. Figures here are rules of thumb: what holds for a room stands in its stage. */
import type { StageId } from '../../report/verdict';

export interface Term {
  term: string;
  /** Other words it is looked for by. */
  also?: string;
  says: string;
  /** Where it is worked with. */
  stage: StageId;
}

const t = (stage: StageId, term: string, says: string, also?: string): Term => ({
  ...{ term, says, stage },
  ...(also === undefined ? {} : { also }),
});

export const TERMS: readonly Term[] = [
  t(
    'decay',
    'Absorption coefficient',
    'The part of the sound energy that a surface does not give back, from 0 to 1, octave by octave. Laboratory sheets may say a little more than 1: the edges of a small sample absorb too.',
    'alpha absorber',
  ),
  t(
    'recipes',
    'Air gap',
    'Free space between a porous panel and the wall. Up to about the panel’s own depth it lowers how far down the panel reaches, for nothing.',
    'spacing standoff',
  ),
  t(
    'marks',
    'Angle of incidence',
    'The angle between an arriving sound and the straight line off the surface. Thin panels take less of what arrives at a slant.',
  ),
  t(
    'seat',
    'Apex',
    'The point both loudspeakers are aimed at. Some put it at the ears, some a hand’s breadth or two behind the head.',
    'toe-in aim',
  ),
  t(
    'bass',
    'Axial mode',
    'A resonance between two opposite surfaces: the strongest kind. The first lies where half a wavelength fits between them.',
    'mode standing wave',
  ),
  t(
    'listen',
    'Background noise',
    'What is there when nobody plays: traffic, ventilation, the computer. Told weighted as ears weigh it (A), and by octave against a noise curve.',
    'noise floor NR NC',
  ),
  t(
    'seat',
    'Boundary notch',
    'The hole a wall near a loudspeaker makes where the way there and back is half a wavelength longer. It cannot be filled by an equaliser; another distance moves it.',
    'SBIR interference speaker boundary cancellation',
  ),
  t(
    'hang',
    'Cloud',
    'A panel hung under the ceiling over the seat, with air above it. Overhead loads want a rated fixing in structure and a safety line.',
    'ceiling panel',
  ),
  t(
    'listen',
    'Comb filter',
    'Holes at even spacing in frequency, made by one late copy of the sound. A copy 1 ms late digs at 500, 1500, 2500 Hz.',
    'comb',
  ),
  t(
    'marks',
    'Covered',
    'A mark is covered when what hangs before it takes enough off the reflection, over the part of the zone the head really sees.',
  ),
  t(
    'marks',
    'Coverage',
    'Panel area over the area of walls and ceiling. Under a tenth one hardly hears it; a quarter to a third is usual in control rooms; beyond half it is a booth.',
    'cover area',
  ),
  t(
    'bass',
    'Crossover',
    'Where pair and subwoofer hand over. Around it both play, so delay and polarity decide whether they add or cancel.',
    'subwoofer frequency',
  ),
  t(
    'decay',
    'Decay time',
    'How long a sound takes to fall by 60 dB. Measured over a smaller fall (20 or 30 dB) and told for 60; in a small room it means most from 250 Hz up.',
    'reverberation time RT60 T20 T30 EDT',
  ),
  t(
    'listen',
    'Direct sound',
    'What arrives first, straight from the loudspeaker. Everything later came off something.',
  ),
  t(
    'recipes',
    'Diffuser',
    'A surface that gives sound back spread over angles or time, so that a reflection is weakened without making the room dead. It wants distance: some wavelengths of its lowest note.',
    'scatter well quadratic residue skyline',
  ),
  t(
    'recipes',
    'Facing',
    'The cloth before a fill. It must let air through: breathe through it. Foil or film throws the highs back.',
    'cloth fabric',
  ),
  t(
    'marks',
    'First reflection',
    'Sound that meets one surface on its way to the head. The early loud ones shift the image and colour it; where they meet the surface is a mark.',
    'reflection point mirror mark',
  ),
  t(
    'listen',
    'Flutter',
    'The rattle of a clap between two hard parallel surfaces. A panel on one of them, or a tilt of a few degrees, ends it.',
    'flutter echo',
  ),
  t(
    'recipes',
    'Flow resistivity',
    'How hard it is to push air through a fill, in pascal seconds per square metre. It, and not density as such, decides what depth absorbs: deeper wants lighter.',
    'sigma rayl density fill',
  ),
  t(
    'marks',
    'Free zone',
    'Where the head may be without a reflection above the limit arriving within the time looked at.',
    'reflection free',
  ),
  t(
    'listen',
    'Gate',
    'Cutting a measurement before the first reflection, to see the loudspeaker without the room. The shorter the gate the less it says of the lows.',
    'window gated',
  ),
  t(
    'marks',
    'Haas effect',
    'Within some 30 ms the ear joins a copy with the direct sound and hears one, coloured and shifted.',
    'precedence',
  ),
  t(
    'recipes',
    'Helmholtz resonator',
    'A box with holes, slots or a port whose air swings at one frequency. It must be tight, stand where that mode has pressure, and be tuned by measuring.',
    'perforated slot port resonator',
  ),
  t(
    'listen',
    'Impulse response',
    'What a room answers to one short click: everything it does from one place to another. Worked out of a sweep, since a click is too weak.',
    'IR sweep',
  ),
  t(
    'marks',
    'Level of a reflection',
    'How much quieter than the direct sound it arrives, for its longer way and for what the surface takes. Many want it 10 to 20 dB under within 15 to 20 ms.',
  ),
  t(
    'hang',
    'Level line',
    'The height at which the middles or edges of all pieces lie. Near ear height at the marks; one line all round is what the eye sees first.',
  ),
  t(
    'seat',
    'Listening axis',
    'The line from the middle of the pair through the head. Left and right of it the room should be alike.',
    'symmetry centre line',
  ),
  t(
    'marks',
    'Mark',
    'Where a mirror flat on a surface would show a loudspeaker to the seated head. For every loudspeaker on every surface, desk and ceiling too.',
    'mirror reflection point tape',
  ),
  t(
    'recipes',
    'Membrane absorber',
    'A sealed box with a limp skin that swings with the pressure of a mode. Narrow, heavy, and usually off its tuning at first.',
    'pressure absorber',
  ),
  t(
    'bass',
    'Mode',
    'A resonance of the whole room at one frequency, with a fixed pattern of loud and quiet places. Where the head is in a quiet place the note is missing, whatever is played.',
    'room mode standing wave resonance',
  ),
  t(
    'bass',
    'Null',
    'A place where a mode, or two sounds against each other, leave next to nothing. It is moved out of, not filled.',
    'dip hole cancellation',
  ),
  t(
    'bass',
    'Oblique mode',
    'A resonance that runs between all six surfaces: the weakest kind, and the most of them.',
    'mode',
  ),
  t(
    'decay',
    'Octave',
    'A doubling of frequency. Absorption and decay are told by octaves named after their middles: 63, 125, 250 Hz and so on.',
    'third octave band',
  ),
  t(
    'bass',
    'Polarity',
    'Which way the membrane moves first. Turned over, what added cancels and what cancelled adds; told apart by measuring both.',
    'phase inverted',
  ),
  t(
    'recipes',
    'Porous absorber',
    'Fibre or open foam in which moving air rubs itself warm. Air moves most a quarter wavelength off the wall, so depth with its gap decides how low it reaches.',
    'wool panel velocity',
  ),
  t(
    'seat',
    'Proportions',
    'Length and width over height. Good ones spread the modes; they cannot make a small room large. Practice differs on which are best.',
    'ratio room dimensions',
  ),
  t(
    'recipes',
    'Quarter wavelength',
    '343 metres in a second, over frequency, over four: 1.7 m at 50 Hz, 69 cm at 125 Hz, 17 cm at 500 Hz. The depth at which porous fill takes full effect.',
    'depth wavelength',
  ),
  t(
    'marks',
    'Range of the head',
    'Where the head goes at work: leaning in, sitting back, to the sides. A mark becomes a zone by it.',
  ),
  t(
    'decay',
    'Sabine and Eyring',
    'Two formulas from absorption to decay time. Sabine for little absorption, Eyring for more; both think of a room mixed evenly, which small treated rooms are not quite.',
    'formula reverberation',
  ),
  t(
    'bass',
    'Schroeder frequency',
    'Above it modes overlap so that statistics hold; below it each one is met by itself. In a small room some 150 to 300 Hz.',
    'transition',
  ),
  t(
    'decay',
    'School',
    'Where practice differs, each camp’s rule is offered as a school, with what it says of this room. Sign-off lists all such questions.',
    'rule norm target',
  ),
  t(
    'seat',
    'Second reflection',
    'Sound that meets two surfaces on its way. Later and weaker; mostly left alone, so that the room keeps some life.',
    'second order',
  ),
  t(
    'signoff',
    'Scenario',
    'An alternative of the room kept as edits over it: another wall, deeper panels. Compared side by side, and taken over part by part.',
    'variant alternative',
  ),
  t(
    'recipes',
    'Slat front',
    'Strips before an absorber: the lows go in, part of the highs comes back. For rooms that would become too dead.',
    'slats timber',
  ),
  t(
    'listen',
    'Speech transmission index',
    'How much of the modulation of a voice arrives, 0 to 1. Above 0.6 is good, above 0.75 excellent.',
    'STI intelligibility',
  ),
  t(
    'survey',
    'State',
    'The room with its wardrobe open, its curtain drawn, its alcove closed. Compared in Marks and Decay, and each measured by itself.',
  ),
  t(
    'hang',
    'Straddle',
    'A panel across a corner with the air of the corner behind it. It reaches low because the corner is deep.',
    'corner trap bass trap',
  ),
  t(
    'listen',
    'Sweep',
    'A tone gliding through all frequencies. It puts more energy into the room than a click, and lets distortion be told from the room.',
    'sine measurement',
  ),
  t(
    'bass',
    'Swing',
    'The largest rise and fall of the low response about its mean. A good small room stays within about 5 dB either way below 150 Hz; untreated ones swing by 13.',
    'flatness',
  ),
  t(
    'survey',
    'Symmetry',
    'What is left of the listening axis should be right of it: walls, openings, materials. A difference of lengths is heard as an image that leans.',
    'left right',
  ),
  t(
    'bass',
    'Tangential mode',
    'A resonance between four surfaces, weaker than an axial one. Vertical corners have its pressure.',
    'mode',
  ),
  t(
    'survey',
    'Taped',
    'Measured with a tape and written down as found. What is not taped is assumed, and the program says so.',
    'tape measure',
  ),
  t(
    'decay',
    'Target',
    'The decay the room should have, octave by octave, by its volume and use. A band, not a line.',
    'reverberation goal',
  ),
  t(
    'seat',
    'Triangle',
    'Loudspeakers and head at the corners of an equilateral triangle: the head 0.87 of the side behind the line of the loudspeakers.',
    'equilateral stereo 60 degrees',
  ),
  t(
    'seat',
    '38 % rule',
    'The head at 38 % of the length from the front wall, as a place to begin: out of the null at half, not on a peak at the wall. Then steps of 10 cm to either side.',
    'rule seat position',
  ),
  t(
    'build',
    'Waste',
    'What is cut off and cannot be used. The cutting plan counts the saw’s kerf and uses offcuts that are in hand first.',
    'kerf offcut',
  ),
  t(
    'recipes',
    'Weighted absorption',
    'One figure for a whole curve, and a letter for its class. Handy in a catalogue, useless for bass.',
    'alpha w NRC class',
  ),
  t(
    'marks',
    'Zone',
    'All places of a mark while the head moves through its range and for the whole front of the loudspeaker. The panel should cover the zone, not a point.',
  ),
];
