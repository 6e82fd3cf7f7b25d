/** One drawing after the other, each in a task of its own, so that none holds up a key or a press. */
const waiting = new Set<() => void>();
let under = false;

/** Does something soon, before it is looked for and after what is under way. Gives back what calls it off. */
export function drawSoon(draw: () => void): () => void {
  waiting.add(draw);
  if (!under) {
    under = true;
    channel.port1.postMessage(null);
  }
  return () => void waiting.delete(draw);
}

const channel = new MessageChannel();
channel.port2.addEventListener('message', () => {
  const [next] = waiting;
  try {
    if (next) {
      waiting.delete(next);
      next();
    }
  } finally {
    if (waiting.size > 0) channel.port1.postMessage(null);
    else under = false;
  }
});
channel.port2.start();
