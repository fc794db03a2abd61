#!/usr/bin/env node
import { runnableCli } from './runnable.mjs';

const { main } = await import(await runnableCli());
process.exitCode = await main(process.argv.slice(2));
