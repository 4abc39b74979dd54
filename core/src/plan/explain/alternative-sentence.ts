import type { Alternative } from './alternatives';

/** One or two short sentences that say why something is not on a day, and what would have to change. */
export function alternativeSentence(
  { obstacle, gainPerMinute }: Alternative,
  dateText: (day: string) => string,
): string {
  switch (obstacle.kind) {
    case 'put-off':
      return `You put it off until ${dateText(obstacle.until)}.`;
    case 'rests':
      return `It was worked lately; from ${dateText(obstacle.until)} on a review teaches more.`;
    case 'too-near':
      return `It stands on ${dateText(obstacle.other)} already; nearer together, or not further apart than the time before, it would teach little.`;
    case 'light':
      return 'Right before an interview only Spots and Sketches of what it asks are planned.';
    case 'enough-new':
      return `The day has ${obstacle.max === 1 ? 'a new problem' : `${obstacle.max} new problems`} already.`;
    case 'too-little':
      return 'It would add too little for its minutes.';
    case 'too-long':
      return `With ${obstacle.lacking} min more on this day it would take the place of ${
        obstacle.weakest === 1 ? 'the weakest item' : `the ${obstacle.weakest} weakest items`
      }, and gain more.`;
    case 'replaced': {
      if (obstacle.lacking === 0) return 'It fits, and would add next to nothing.';
      const times = obstacle.min / gainPerMinute;
      const weakest =
        times > 1.005
          ? `The weakest item of the day gains ${times.toFixed(times < 1.1 ? 2 : 1)} times as much a minute.`
          : `It would gain ${times > 0.995 ? 'as much a minute as' : 'more a minute than'} the weakest item of the day, but does not fit into its place.`;
      return `${weakest} With ${obstacle.lacking} min more on this day it would have room.`;
    }
  }
}
