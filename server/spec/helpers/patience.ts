// A machine that stalls for some seconds is slow, not wrong; speed is the bench's business.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 90_000;
