import sharp from 'sharp';
import { Canvas, colour, gradient } from './canvas.ts';
import { dome } from './nights.ts';
import { fractal, mix, noise, random, smooth } from './noise.ts';

const svg = (width: number, height: number, body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${body}</svg>`;

/** The park's mark: a hill, a dome, a turning sky. */
export function logo(): string {
  const arcs = [34, 46, 58, 70]
    .map(
      (r, i) =>
        `<path d="M${120 - r} 104 A${r} ${r} 0 0 1 ${120 + r} 104" fill="none" stroke="#2b3a67" stroke-width="3" stroke-dasharray="${18 + i * 9} ${9 + i * 4}" stroke-linecap="round"/>`,
    )
    .join('');
  return svg(
    480,
    160,
    `<title>Fernhollow Dark-Sky Park</title>${arcs}<path d="M100 106v-10a20 20 0 0 1 40 0v10z" fill="#8c4a2f"/><path d="M117 76h6v20h-6z" fill="#f3d9a4"/><path d="M24 122q52-30 96-16t96 4v14H24z" fill="#20304f"/><text x="240" y="92" font-family="Georgia,serif" font-size="40" fill="#20304f">Fernhollow</text><text x="242" y="122" font-family="Georgia,serif" font-size="21" fill="#8c4a2f">Dark-Sky Park</text>`,
  );
}

/** A reflecting telescope in section, with its parts named. */
export function telescopeDrawing(): string {
  const label = (x: number, y: number, tx: number, ty: number, text: string) =>
    `<path d="M${x} ${y}L${tx} ${ty}" stroke="#7a7466" stroke-width="1.2"/><circle cx="${x}" cy="${y}" r="3" fill="#a6542b"/><text x="${tx + 6}" y="${ty + 5}" font-size="19" fill="#333">${text}</text>`;
  return svg(
    1200,
    760,
    `<title>How the workshop’s reflector is built</title><rect width="1200" height="760" fill="#fbf8f0"/><g font-family="Georgia,serif">
<g transform="rotate(-18 560 360)"><rect x="230" y="270" width="640" height="170" fill="none" stroke="#22304a" stroke-width="4"/><path d="M246 276q26 79 0 158" fill="#c9d4e6" stroke="#22304a" stroke-width="4"/><path d="M760 330l44 44" stroke="#22304a" stroke-width="7"/><rect x="762" y="206" width="44" height="62" fill="#e9e2d2" stroke="#22304a" stroke-width="4"/>
<g stroke="#c9962f" stroke-width="2.4" fill="none"><path d="M870 296H262L782 352M870 414H262L782 352M782 352V206"/></g><rect x="300" y="236" width="180" height="22" fill="#e9e2d2" stroke="#22304a" stroke-width="3"/></g>
<path d="M470 470l-90 230M620 440l110 260M545 455v245" stroke="#22304a" stroke-width="12" stroke-linecap="round"/><path d="M330 704h450" stroke="#22304a" stroke-width="3"/>
${label(302, 440, 120, 520, 'main mirror, 200 mm')}${label(758, 292, 860, 420, 'flat mirror')}${label(738, 158, 850, 110, 'eyepiece')}${label(396, 308, 150, 210, 'finder scope')}${label(545, 560, 800, 610, 'pier, oak')}
<text x="60" y="80" font-size="34" fill="#22304a">The workshop’s reflector</text><text x="60" y="112" font-size="19" fill="#7a7466">Drawn for the Thursday group</text></g>`,
  );
}

/** A finder chart: stars to a limit, a path from a bright one to a faint one. */
export function finderChart(): string {
  const next = random(204);
  const stars = Array.from(
    { length: 230 },
    () =>
      `<circle cx="${(80 + next() * 1240).toFixed(0)}" cy="${(80 + next() * 840).toFixed(0)}" r="${(1 + 7 * next() ** 7).toFixed(1)}"/>`,
  ).join('');
  const lines = Array.from(
    { length: 9 },
    (_, i) =>
      `<path d="M80 ${120 + i * 105}Q700 ${60 + i * 118} 1320 ${120 + i * 105}M${150 + i * 140} 80Q${100 + i * 155} 500 ${150 + i * 140} 920"/>`,
  ).join('');
  return svg(
    1400,
    1000,
    `<rect width="1400" height="1000" fill="#fdfcf8"/><g fill="none" stroke="#c9d3de" stroke-width="1.4">${lines}</g><g fill="#1b2233">${stars}<circle cx="340" cy="700" r="13"/><circle cx="560" cy="560" r="9"/><circle cx="760" cy="520" r="7"/></g><g fill="none" stroke="#a6342b" stroke-width="3"><path d="M340 700L560 560L760 520" stroke-dasharray="12 8"/><circle cx="890" cy="430" r="34"/><path d="M760 520l98 -68" stroke-dasharray="4 7"/></g><g font-family="Georgia,serif" font-size="30" fill="#1b2233"><text x="240" y="765">start here</text><text x="935" y="425">the cluster</text><text x="90" y="62" font-size="34">From the bright star to the faint cluster</text></g><rect x="80" y="80" width="1240" height="840" fill="none" stroke="#1b2233" stroke-width="3"/>`,
  );
}

export async function domeByDay(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = gradient(v, [
      [0, colour('#3f77b8')],
      [0.6, colour('#a9cbe6')],
      [1, colour('#e4eef2')],
    ]);
    const cloud = smooth(0.5, 0.78, fractal(u * 2.2, v * 5, 51, 6)) * smooth(0.75, 0.3, v);
    return [mix(r, 0.95, cloud), mix(g, 0.95, cloud), mix(b, 0.96, cloud)];
  });
  canvas.ridge(0.82, 0.16, 52, colour('#7e97a0'), 1.5).ridge(0.9, 0.1, 53, colour('#5c7a52'), 2);
  for (let y = Math.floor(height * 0.84); y < height; y++) {
    for (let x = 0; x < width; x++) {
      const blade =
        (fractal((x / height) * 60, (y / height) * 14, 54, 3) - 0.5) * 0.16 * smooth(0.84, 0.95, y / height);
      canvas.add(x, y, [0.9, 1, 0.4], blade);
    }
  }
  return canvas.picture(
    { seed: 55, grain: 0.008, vignette: 0.25 },
    dome(width * 0.56, height * 0.9, height * 0.46, '#39342e', '#c9cbc6')
      .replaceAll('#39424f', '#ffffff')
      .replaceAll('#11151b', '#9a9b96')
      .replaceAll('#7c4a1d', '#16130f'),
  );
}

export async function workshop(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    if (v > 0.68) {
      const grain = 0.75 + 0.5 * noise(u * 3, v * 90 + 6 * fractal(u * 2, v * 3, 7, 4), 8);
      return [0.23 * grain, 0.115 * grain, 0.05 * grain];
    }
    const plank = Math.floor(u / 0.22);
    const wall =
      (0.8 + 0.3 * noise(plank, 1, 3)) *
      (0.9 + 0.2 * fractal(u * 24, v * 2, 9, 4)) *
      (u % 0.22 < 0.006 ? 0.4 : 1);
    return [0.11 * wall, 0.085 * wall, 0.06 * wall];
  });
  canvas.glow(width * 0.72, height * 0.22, height * 0.36, [1, 0.72, 0.36], 0.55);
  const [w, h] = [width, height];
  const mirror = `<defs><radialGradient id="m" cx="40%" cy="30%"><stop offset="0" stop-color="#f4f1e6"/><stop offset=".5" stop-color="#8b97a8"/><stop offset="1" stop-color="#2c3440"/></radialGradient><linearGradient id="b" x2="0" y2="1"><stop offset="0" stop-color="#e8c887"/><stop offset="1" stop-color="#7b5524"/></linearGradient></defs>
<ellipse cx="${w * 0.34}" cy="${h * 0.76}" rx="${h * 0.23}" ry="${h * 0.085}" fill="#150c06" opacity=".6"/><ellipse cx="${w * 0.34}" cy="${h * 0.73}" rx="${h * 0.22}" ry="${h * 0.08}" fill="#3a332b"/><ellipse cx="${w * 0.34}" cy="${h * 0.715}" rx="${h * 0.22}" ry="${h * 0.08}" fill="url(#m)"/>
<g transform="translate(${w * 0.62} ${h * 0.72}) scale(${h / 900})"><rect x="-40" y="-70" width="80" height="70" rx="5" fill="url(#b)"/><rect x="-28" y="-120" width="56" height="54" rx="3" fill="#22252b"/><ellipse cx="0" cy="-120" rx="28" ry="8" fill="#4b5563"/><rect x="90" y="-26" width="220" height="16" rx="8" fill="url(#b)" transform="rotate(8 200 -18)"/><rect x="130" y="10" width="200" height="10" fill="#7d8590" transform="rotate(-4 200 10)"/></g>
<path d="M${w * 0.72} 0V${h * 0.12}" stroke="#0b0906" stroke-width="${h * 0.006}"/><path d="M${w * 0.66} ${h * 0.2}Q${w * 0.72} ${h * 0.06} ${w * 0.78} ${h * 0.2}Z" fill="#20382f"/><ellipse cx="${w * 0.72}" cy="${h * 0.2}" rx="${w * 0.06}" ry="${h * 0.012}" fill="#fff1c9"/>`;
  return canvas.picture({ seed: 11, vignette: 0.55 }, mirror);
}

/** A poster in three inks, portrait. */
export async function poster(width: number, height: number) {
  const rings = Array.from({ length: 15 }, (_, i) => {
    const r = width * (0.07 + i * 0.058);
    return `<circle cx="${width * 0.5}" cy="${height * 0.4}" r="${r}" fill="none" stroke="${i % 3 ? '#e9b567' : '#f6ead0'}" stroke-width="${width * 0.006}" stroke-dasharray="${r * (0.6 + (i % 4) * 0.3)} ${r * (0.25 + (i % 3) * 0.2)}" stroke-linecap="round" opacity="${1 - i * 0.045}"/>`;
  }).join('');
  const canvas = new Canvas(width, height).paint((u, v) => {
    const paper = 0.94 + 0.08 * fractal(u * 60, v * 60, 3, 3);
    const [r, g, b] = gradient(v, [
      [0, colour('#10204a')],
      [0.75, colour('#27406f')],
      [1, colour('#a4563a')],
    ]);
    return [r * paper, g * paper, b * paper];
  });
  const text = (y: number, size: number, words: string, fill = '#f6ead0') =>
    `<text x="${width / 2}" y="${height * y}" font-family="Georgia,serif" font-size="${width * size}" text-anchor="middle" fill="${fill}">${words}</text>`;
  return canvas.picture(
    { seed: 2, grain: 0.014, vignette: 0.1 },
    `${rings}<path d="M0 ${height * 0.78}Q${width * 0.3} ${height * 0.68} ${width * 0.6} ${height * 0.76}T${width} ${height * 0.72}V${height}H0Z" fill="#0d1428"/>${dome(width * 0.5, height * 0.765, width * 0.24, '#f3c877', '#0b1020')}${text(0.88, 0.1, 'Autumn star parties')}${text(0.93, 0.048, 'Fernhollow Dark-Sky Park · Fridays from dusk', '#e9b567')}`,
  );
}

/** Frames of the finder scope being put together, as SVG; `t` from 0 to 1. */
export function finderScopeFrame(t: number, width: number, height: number): string {
  const part = (index: number) => smooth(index * 0.17, index * 0.17 + 0.22, t);
  const slide = (index: number, dx: number, dy: number, body: string) =>
    `<g opacity="${part(index)}" transform="translate(${((1 - part(index)) * dx).toFixed(1)} ${((1 - part(index)) * dy).toFixed(1)})">${body}</g>`;
  const line = 'fill="#fbf8f0" stroke="#22304a" stroke-width="4"';
  const words = [
    'The tube',
    'the front lens',
    'the eyepiece',
    'two rings to hold it',
    'and three screws to aim it',
  ][Math.min(4, Math.floor(t * 5.4))];
  return svg(
    width,
    height,
    `<rect width="${width}" height="${height}" fill="#fbf8f0"/><g transform="translate(${width / 2 - 320} ${height / 2 - 180}) ">
${slide(0, 0, 60, `<rect x="120" y="140" width="400" height="80" ${line}/>`)}${slide(1, 140, 0, `<path d="M520 124h60v112h-60z" ${line}/><path d="M572 130q26 50 0 100" fill="#c9d4e6" stroke="#22304a" stroke-width="4"/>`)}${slide(2, -140, 0, `<rect x="50" y="152" width="70" height="56" ${line}/><rect x="26" y="162" width="24" height="36" fill="#22304a"/>`)}${slide(3, 0, 120, `<g fill="none" stroke="#a6542b" stroke-width="12"><rect x="190" y="112" width="26" height="136" rx="10"/><rect x="420" y="112" width="26" height="136" rx="10"/><path d="M203 250v50h230v-50"/></g>`)}${slide(4, 0, -120, `<g stroke="#22304a" stroke-width="8" stroke-linecap="round"><path d="M203 112V70M433 112V70M320 140V92"/></g><g fill="#c9962f"><circle cx="203" cy="66" r="12"/><circle cx="433" cy="66" r="12"/><circle cx="320" cy="88" r="12"/></g>`)}</g><text x="${width / 2}" y="${height - 54}" text-anchor="middle" font-family="Georgia,serif" font-size="30" fill="#22304a">${words}</text>`,
  );
}

export const drawn = (source: string) => sharp(Buffer.from(source));
