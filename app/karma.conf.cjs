/** Chromium from Debian's packages, without a sandbox: containers and CI run as root. */
process.env.CHROME_BIN ??= '/usr/bin/chromium';

/** Says how long the slow specs took, in lines that the test run gathers. */
function SlowReporter() {
  this.onSpecComplete = (_browser, { suite, description, time }) => {
    if (time >= 500) process.stderr.write(`[slow] ${Math.round(time)} ${[...suite, description].join(' ')}\n`);
  };
}

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), { 'reporter:slow': ['type', SlowReporter] }],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      },
    },
    reporters: ['dots', 'slow'],
    // A spec waits so many times as long on a machine that is so much slower.
    client: { jasmine: { random: true }, args: ['--slowness', process.env.LERNEN_SLOWNESS ?? '1'] },
    // A busy machine answers late; that is no reason to give the browser up.
    browserNoActivityTimeout: 300_000,
    browserDisconnectTimeout: 60_000,
    captureTimeout: 180_000,
    restartOnFileChange: false,
  });
