// Closing one test's log clears SQLite's pools for all; a test that looks at the files of another log must not meet that.
[assembly: CollectionBehavior(DisableTestParallelization = true)]
