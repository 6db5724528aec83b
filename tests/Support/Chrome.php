<?php

declare(strict_types=1);

namespace Tests\Support;

use Closure;
use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverElement;
use RuntimeException;
use Symfony\Component\Process\Process;
use Throwable;

/** Headless Chromium behind ChromeDriver, with the little a test says to it. */
final class Chrome
{
    // WebGL in software; the page round it is drawn without WebGL, which takes half the time
    private const FLAGS = [
        '--headless=new', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update',
        '--disable-sync', '--disable-dev-shm-usage', '--hide-scrollbars', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--ignore-gpu-blocklist',
        '--disable-gpu-rasterization', '--disable-gpu-compositing',
    ];

    /** @var list<self> browsers that tests before are done with */
    private static array $idle = [];

    private function __construct(private readonly Process $process, public readonly RemoteWebDriver $driver, private readonly string $profile, public readonly string $downloads) {}

    /** A browser that knows nothing of what was before: a new one, or one that a test before is done with. It ends with the test runner. */
    public static function start(int $width = 1280, int $height = 800): self
    {
        $chrome = array_pop(self::$idle) ?? self::launch();
        $chrome->size($width, $height);

        return $chrome;
    }

    private static function launch(): self
    {
        $port = FreePort::find();
        $process = new Process(['chromedriver', "--port={$port}"]);
        $process->disableOutput();
        $process->start();
        FreePort::waitFor($port);
        $profile = sys_get_temp_dir().'/wrenlo-chrome-'.bin2hex(random_bytes(5));
        mkdir($profile.'/downloads', 0700, true);
        $options = (new ChromeOptions)->addArguments([...self::FLAGS, "--user-data-dir={$profile}"])
            ->setExperimentalOption('prefs', ['download.default_directory' => $profile.'/downloads']);
        $capabilities = DesiredCapabilities::chrome()->setCapability(ChromeOptions::CAPABILITY, $options);
        $driver = RemoteWebDriver::create("http://127.0.0.1:{$port}", $capabilities, 60_000, 120_000);
        $chrome = new self($process, $driver, $profile, $profile.'/downloads');
        register_shutdown_function($chrome->quit(...));

        return $chrome;
    }

    public function size(int $width, int $height): void
    {
        $this->tell('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => false]);
    }

    /** @param  array<string, mixed>  $what */
    private function tell(string $command, array $what = []): void
    {
        (new ChromeDevToolsDriver($this->driver))->execute($command, $what);
    }

    public function visit(string $url): self
    {
        $this->driver->get($url);

        return $this;
    }

    public function all(string $css): array
    {
        return $this->driver->findElements(WebDriverBy::cssSelector($css));
    }

    public function first(string $css): WebDriverElement
    {
        return $this->driver->findElement(WebDriverBy::cssSelector($css));
    }

    public function button(string $text): WebDriverElement
    {
        return $this->driver->findElement(WebDriverBy::xpath("//button[contains(normalize-space(.), '{$text}')]"));
    }

    /**
     * Clicks a button once it can be pressed and lies still: what moves between looking for it and the click (a strip below that grows by a track)
     * is missed without a word.
     */
    public function press(string $text): void
    {
        $this->until("the button “{$text}”", function () use ($text): bool {
            $button = $this->button($text);
            $place = static fn (): array => [$button->getLocation()->getX(), $button->getLocation()->getY(), $button->getSize()->getWidth()];
            $before = $place();
            usleep(120_000);
            if (! $button->isEnabled() || $place() !== $before) {
                return false;
            }
            $button->click();

            return true;
        });
    }

    public function text(): string
    {
        return (string) $this->driver->executeScript('return document.body.innerText');
    }

    /** Runs script and returns what it returns. */
    public function js(string $script, mixed ...$arguments): mixed
    {
        return $this->driver->executeScript($script, $arguments);
    }

    /**
     * Presses on the stage (or another element), goes through these places with the button down, and lets go.
     *
     * @param  list<array{float, float}>  $places  shares of its width and height, from the upper left
     */
    public function drag(array $places, string $on = '[data-stage=ready] canvas'): void
    {
        $canvas = $this->first($on);
        $size = $canvas->getSize();
        $at = static fn (array $p): array => [(int) (($p[0] - 0.5) * $size->getWidth()), (int) (($p[1] - 0.5) * $size->getHeight())];
        $actions = (new WebDriverActions($this->driver))->moveToElement($canvas, ...$at($places[0]))->clickAndHold();
        foreach (array_slice($places, 1) as $place) {
            $actions->moveToElement($canvas, ...$at($place));
        }
        $actions->release()->perform();
    }

    public function doubleClick(float $x, float $y): void
    {
        $canvas = $this->first('[data-stage=ready] canvas');
        $size = $canvas->getSize();
        (new WebDriverActions($this->driver))->moveToElement($canvas, (int) (($x - 0.5) * $size->getWidth()), (int) (($y - 0.5) * $size->getHeight()))->doubleClick()->perform();
    }

    /** Pressed one after the other, whatever has the focus: an element that is drawn anew or shut in between does not matter. */
    public function keys(string $keys): void
    {
        $actions = [];
        foreach (mb_str_split($keys) as $key) {
            array_push($actions, ['type' => 'keyDown', 'value' => $key], ['type' => 'keyUp', 'value' => $key]);
        }
        $this->driver->execute(DriverCommand::ACTIONS, ['actions' => [['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]]]);
    }

    /**
     * Waits until the test gives something true, and returns it.
     *
     * @param  Closure(self): mixed  $test
     */
    public function until(string $what, Closure $test, float $seconds = 30): mixed
    {
        $end = microtime(true) + $seconds;
        do {
            try {
                $got = $test($this);
            } catch (\Facebook\WebDriver\Exception\WebDriverException) {
                $got = null;
            }
            if ($got) {
                return $got;
            }
            usleep(60_000);
        } while (microtime(true) < $end);
        throw new RuntimeException("Waited {$seconds} s for {$what}. The page said:\n".mb_substr($this->text(), 0, 1500));
    }

    public function waitForText(string $text, float $seconds = 30): self
    {
        $this->until("“{$text}”", fn (): bool => str_contains($this->text(), $text), $seconds);

        return $this;
    }

    public function screenshot(string $path): void
    {
        $this->driver->takeScreenshot($path);
    }

    /**
     * @param  list<string>  $rules  by name; all where none is given
     * @return list<string> serious and critical findings of axe, one line each
     */
    public function axe(array $rules = []): array
    {
        if (! $this->js('return window.axe !== undefined')) {
            $this->js((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        }
        $found = $this->driver->executeAsyncScript(<<<'JS'
            const [rules, done] = arguments;
            axe.run(document, { resultTypes: ['violations'], ...(rules.length > 0 ? { runOnly: { type: 'rule', values: rules } } : {}) }).then((r) => done(r.violations
                .filter((v) => ['serious', 'critical'].includes(v.impact))
                .map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ') + ' ' + (n.any[0]?.message ?? '')).slice(0, 4).join(' | '))));
            JS, [$rules]);

        return $found;
    }

    /** Gives it back as it was when it started: no page, cookies, kept settings or downloads. */
    public function stop(): void
    {
        try {
            $origin = (string) $this->js('return location.origin');
            $this->visit('about:blank');
            $this->tell('Storage.clearDataForOrigin', ['origin' => $origin, 'storageTypes' => 'all']);
            $this->tell('Network.clearBrowserCookies');
            array_map(unlink(...), glob($this->downloads.'/*') ?: []);
            self::$idle[] = $this;
        } catch (Throwable) {
            $this->quit(); // hung or gone: the next test gets another one
        }
    }

    private function quit(): void
    {
        try {
            $this->driver->quit();
        } catch (Throwable) {
            // already gone
        }
        $this->process->stop(2);
        (new Process(['rm', '-rf', $this->profile]))->run();
    }
}
