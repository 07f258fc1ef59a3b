# frozen_string_literal: true

# What an office says of itself is kept here, and no longer in settings. An office that is at work goes on with what
# was in force: what its environment names, or else what had been a default.
Sequel.migration do
  up do
    next if from(:accounts).empty?

    {
      "name" => ["JUST_SEAL_OFFICE", "Ravensholm Harbour Trust"],
      "number_prefix" => %w[JUST_SEAL_NUMBER_PREFIX RH],
      "zone" => %w[JUST_SEAL_ZONE Europe/Oslo],
      "sender" => %w[JUST_SEAL_MAIL_FROM records@ravensholm.example]
    }.each do |name, (variable, default)|
      value = ENV[variable].to_s.empty? ? default : ENV.fetch(variable)
      from(:office_choices).insert_conflict.insert(name: name, value: value)
    end
    run "SELECT tell_rows()"
  end
end
