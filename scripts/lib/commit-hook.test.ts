import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { installCommitHook } from './commit-hook.mjs';

let folder: string;
const git = (...args: string[]) =>
  spawnSync('git', ['-C', folder, '-c', 'user.name=Ines', '-c', 'user.email=ines@quaybay.example', ...args]);
const hook = () => join(folder, '.git/hooks/commit-msg');
const commit = (subject: string) => git('commit', '--allow-empty', '-q', '-m', subject).status;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'taut-hook-'));
  mkdirSync(join(folder, 'scripts'));
  cpSync('scripts/commit-msg', join(folder, 'scripts/commit-msg'));
  git('init', '-q', '--template=');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('the commit hook', () => {
  it('refuses a subject over 72 characters and accepts one of 72', () => {
    expect(installCommitHook(folder)).toBe(true);
    expect(commit('a'.repeat(73))).not.toBe(0);
    expect(commit('a'.repeat(72))).toBe(0);
  });
  it('keeps a hook that is already there', () => {
    mkdirSync(join(folder, '.git/hooks'));
    writeFileSync(hook(), '#!/bin/sh\n');
    expect(installCommitHook(folder)).toBe(false);
    expect(readFileSync(hook(), 'utf8')).toBe('#!/bin/sh\n');
  });
  it('keeps a hooks folder that is configured', () => {
    git('config', 'core.hooksPath', 'elsewhere');
    expect(installCommitHook(folder)).toBe(false);
    expect(existsSync(hook())).toBe(false);
  });
  it('does nothing outside a checkout', () => {
    rmSync(join(folder, '.git'), { recursive: true });
    expect(installCommitHook(folder)).toBe(false);
  });
});
