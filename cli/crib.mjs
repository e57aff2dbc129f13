#!/usr/bin/env node
// TypeScript is run as it stands, as the server is.
import { register } from 'tsx/esm/api';

register();
const { main } = await import('./src/main.ts');
process.exitCode = await main(process.argv.slice(2), process);
