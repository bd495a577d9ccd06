<?php

declare(strict_types=1);

namespace App\Console;

use Symfony\Component\Console\Command\ListCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Lists the commands of the program by what they are about, and names those of the framework in a line. */
final class ListCommands extends ListCommand
{
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $others = [];
        foreach ($this->getApplication()?->all() ?? [] as $name => $command) {
            if (! str_starts_with($command::class, 'App\\') && ! $command->isHidden()) {
                $command->setHidden();
                $others[] = $name;
            }
        }
        $code = parent::execute($input, $output);
        if ($input->getOption('format') === 'txt' && $input->getOption('raw') === false) {
            $output->writeln([
                "\nphp artisan help NAME says how one is used, with an example.",
                'Of the framework: '.implode(', ', $others),
            ]);
        }

        return $code;
    }
}
