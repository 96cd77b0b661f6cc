#!/usr/bin/env node
import '../dist/bin/start.js';
