process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    reporters: ['dots'],
    browsers: ['Chromium'],
    customLaunchers: {
      Chromium: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          '--no-first-run',
        ],
      },
    },
    listenAddress: '127.0.0.1',
    hostname: '127.0.0.1',
    restartOnFileChange: false,
    // A busy machine is not a lost browser.
    pingTimeout: 60000,
    browserDisconnectTimeout: 20000,
    browserNoActivityTimeout: 120000,
  });
