#!/usr/bin/env node
import 'tsx/esm';
import { register } from 'tsx/cjs/api';

register();
await import('../cli/main.ts');
