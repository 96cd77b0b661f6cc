#!/usr/bin/env node
require('./load.cjs').load();
