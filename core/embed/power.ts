import type { Dropped } from './dropped.ts';
import { PERMISSIONS, SANDBOX_TOKENS, type Frame } from './frame.ts';

type SandboxToken = Frame['sandbox'][number];
type Permission = Frame['permissions'][number];

const ORDINARY: readonly SandboxToken[] = [
  'allow-popups',
  'allow-presentation',
  'allow-same-origin',
  'allow-scripts',
];

/**
 * The least a frame needs. A sandbox in the code is only ever made stricter;
 * without one, the ordinary set for content on its own host.
 */
export function leastSandbox(declared: string | undefined): { tokens: SandboxToken[]; dropped: Dropped[] } {
  if (declared === undefined) return { tokens: [...ORDINARY], dropped: [] };
  const asked = new Set(words(declared));
  const tokens = SANDBOX_TOKENS.filter((token) => asked.delete(token));
  const dropped = [...asked].map((token) => ({
    what: `sandbox: ${token.slice(0, 60)}`,
    why: 'more freedom than an embed needs',
  }));
  return { tokens, dropped };
}

/** The permissions kept from an `allow` attribute and `allowfullscreen`, in a fixed order. */
export function leastPermissions(
  allow: string | undefined,
  fullscreen: boolean,
): { permissions: Permission[]; dropped: Dropped[] } {
  const asked = new Set(
    (allow ?? '')
      .split(';')
      .map((directive) => directive.trim().split(/\s+/)[0]?.toLowerCase() ?? '')
      .filter((name) => name !== ''),
  );
  if (fullscreen) asked.add('fullscreen');
  const permissions = PERMISSIONS.filter((permission) => asked.delete(permission));
  const dropped = [...asked].slice(0, 30).map((name) => ({
    what: `allow: ${name.slice(0, 60)}`,
    why: permissionReason(name),
  }));
  return { permissions, dropped };
}

function permissionReason(name: string): string {
  if (name === 'autoplay') return 'visitors start sound and films themselves';
  if (/^(camera|microphone|geolocation|accelerometer|gyroscope|magnetometer|midi|usb|serial)$/.test(name)) {
    return 'the visitor’s device is not given to other people’s content';
  }
  if (name.startsWith('clipboard')) return 'the visitor’s clipboard is not given to other people’s content';
  return 'more than an embed needs';
}

function words(text: string): string[] {
  return text.toLowerCase().split(/\s+/).filter(Boolean);
}
