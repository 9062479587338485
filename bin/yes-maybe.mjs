#!/usr/bin/env node
import '../built/yes-maybe.mjs';
