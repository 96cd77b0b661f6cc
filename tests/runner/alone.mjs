/** What a test starts is started as users start it, without what the tests themselves need of Node. */
delete process.env.NODE_OPTIONS;
