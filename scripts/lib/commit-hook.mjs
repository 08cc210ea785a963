import { chmodSync, copyFileSync, existsSync, mkdirSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';

/**
 * Install scripts/commit-msg as the hook of a checkout. Leaves a checkout with its own hook or hooks folder unchanged.
 * @param {string} folder root of the checkout
 * @returns {boolean} whether the hook was installed
 */
export function installCommitHook(folder) {
  const git = (...args) => spawnSync('git', ['-C', folder, ...args], { encoding: 'utf8' });
  const { status, stdout } = git('rev-parse', '--git-path', 'hooks');
  if (status !== 0 || git('config', 'core.hooksPath').status === 0) return false;
  const hooks = resolve(folder, stdout.trim());
  const hook = join(hooks, 'commit-msg');
  if (existsSync(hook)) return false;
  try {
    mkdirSync(hooks, { recursive: true });
    copyFileSync(join(folder, 'scripts/commit-msg'), hook);
    chmodSync(hook, 0o755);
    return true;
  } catch {
    // A read-only checkout works without the hook.
    return false;
  }
}
