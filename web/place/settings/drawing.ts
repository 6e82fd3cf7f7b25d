/** How long drawing goes on in one task, in milliseconds: a key or a press waits for no more than what is begun by then. */
const AT_ONCE = 12;
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

function drawSome(): void {
  const begun = performance.now();
  for (const next of waiting) {
    waiting.delete(next);
    next();
    if (performance.now() - begun > AT_ONCE) return;
  }
}

const channel = new MessageChannel();
channel.port2.addEventListener('message', () => {
  try {
    drawSome();
  } finally {
    if (waiting.size > 0) channel.port1.postMessage(null);
    else under = false;
  }
});
channel.port2.start();
